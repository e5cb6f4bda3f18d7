import { baseValue, type Calibration } from '../../calibration';
import { formatNumber } from '../../units';
import { besideIt, captured, step, typed } from '../answers';
import { type Balance, balanceOf, type OffBalance } from '../measure/throttleBalance';
import type { Answers, Found, Outcome, Procedure, ProcedureAt, Step } from '../procedure';

/** Throttles are even within this, as a share of their middle; the meter and its steps are less. */
const EVEN = 0.025;
/** One that is so near to it is left alone while others are set. */
const LEFT_ALONE = 0.012;
/** So often all are read and set anew before it is said that it does not go. */
const ROUNDS = 6;
/** The speed is as it is asked within this, as a share. */
const SPEED_NEAR = 0.05;
const LOOKS_S = 3;
/** The speed at which rods show more than stops, rev/min. */
const PART_RPM = 2500;
/** Below this an engine stands, or is cranked; and so far off a speed is another one, as a share. */
const RUNS_RPM = 300;
const OTHER_SPEED = 0.25;

/** A place at which throttles are made even: by what, and how it is said. */
interface Place {
  readonly id: 'idle' | 'part';
  readonly where: string;
  readonly title: string;
  /** What is turned at a throttle that breathes too little, or too much. */
  readonly more: string;
  readonly less: string;
}

const IDLE: Place = {
  id: 'idle',
  where: 'at idle',
  title: 'its air screw',
  more: 'Turn its air screw out, slowly',
  less: 'Turn its air screw in, slowly',
};
const PART: Place = {
  id: 'part',
  where: `at ${PART_RPM} rev/min`,
  title: 'its rod',
  more: 'Lengthen its rod, so that it opens earlier',
  less: 'Shorten its rod, so that it opens later',
};

/** A meter shows kg/h. */
const shown = (gPerS: number) => formatNumber(3.6 * gPerS, 2);
const flow = (gPerS: number) => `${shown(gPerS)} kg/h`;
const percent = (share: number) => `${formatNumber(100 * Math.abs(share), 1)} %`;
const rpm = (value: number) => `${formatNumber(value, 0)} rev/min`;

/** Individual throttles made even at idle and part throttle, and the speed set again by the stop of all. */
export const throttleBalance: Procedure = {
  id: 'throttleBalance',
  title: 'Throttle balance',
  what: 'Air screws, then rods, then the idle stop.',
  minutes: 12,
  missing: ({ document }) =>
    throttlesOf(document) > 1 ? null : 'One throttle feeds all cylinders: there is nothing to balance.',
  steps,
  decide,
};

function throttlesOf(document: Calibration): number {
  const one = document.engine.induction?.value === 'individualThrottles';
  return one ? (baseValue(document, 'engine.cylinders') ?? 1) : 1;
}

function steps(at: ProcedureAt): Step[] {
  const warm = step({
    id: 'warm',
    title: 'Warm, and idling',
    words: [
      'Out of gear, lamps off. The meter goes onto one intake after the other, and shuts none of them off.',
    ],
    shows: ['speed', 'coolant', 'manifoldPressure'],
    takes: { kind: 'go', label: 'It idles' },
  });
  const idle = roundsAt(at, IDLE);
  if (!idle.isOver) return [warm, ...idle.steps];
  const pedal = step({
    id: 'pedal',
    title: `Hold about ${PART_RPM} rev/min`,
    words: [
      'By the pedal: somebody holds it, or a stop does. The speed need not be exact, it has to be steady.',
    ],
    shows: ['throttle', 'speed'],
    takes: { kind: 'go', label: 'It is held' },
  });
  const part = roundsAt(at, PART);
  const before = [warm, ...idle.steps, pedal, ...part.steps];
  return part.isOver ? [...before, ...stopSteps(at)] : before;
}

/** The speed once more, by the stop of all of them. */
function stopSteps({ answers }: ProcedureAt): Step[] {
  const look = (id: string, title: string, words: string): Step =>
    step({
      id,
      title,
      words: [words],
      shows: ['speed', 'idleTarget'],
      takes: { kind: 'capture', channels: ['speed', 'idleTarget'], forS: LOOKS_S },
    });
  const idles = look(
    'speed',
    'Let it idle again',
    'The pedal is let go. Its speed is read against what is asked.',
  );
  const off = speedOff(answers, 'speed');
  if (off === null || Math.abs(off.share) <= SPEED_NEAR) return [idles];
  const way =
    off.share > 0
      ? 'Turn the one stop of all plates in its slow direction'
      : 'Turn the one stop of all plates up';
  return [
    idles,
    look(
      'stop',
      `To ${rpm(off.target)} by the idle stop`,
      `${way}, until it idles at ${rpm(off.target)}; the screws of each stay as they are.`,
    ),
  ];
}

function speedOff(
  answers: Answers,
  id: string,
): { readonly share: number; readonly speed: number; readonly target: number } | null {
  const speed = captured(answers, id, 'speed')?.mean;
  const target = captured(answers, id, 'idleTarget')?.mean;
  if (speed === undefined || target === undefined || !(target > 0)) return null;
  return { share: speed / target - 1, speed, target };
}

const readId = (place: Place, round: number, throttle: number) => `${place.id}-${round}-${throttle}`;
const setId = (place: Place, round: number, throttle: number) => `${place.id}-${round}-set-${throttle}`;

function read(part: Pick<Step, 'id' | 'title' | 'words'> & Partial<Step>, throttle: number): Step {
  return step({
    shows: ['speed'],
    takes: {
      kind: 'number',
      label: 'The meter reads',
      quantity: 'airFlow',
      unit: 'kg/h',
      min: 0,
      max: 200,
      decimals: 2,
      instrument: { id: 'balanceMeter', place: throttle - 1 },
      beside: ['speed'],
    },
    ...part,
  });
}

/** Rounds of reading all and setting those that are off, until they are even. */
function roundsAt(
  { answers, document }: ProcedureAt,
  place: Place,
): { readonly steps: Step[]; readonly isOver: boolean } {
  const steps: Step[] = [];
  for (let round = 1; round <= ROUNDS; round += 1) {
    const all = Array.from({ length: throttlesOf(document) }, (_, i) => i + 1);
    for (const throttle of all) {
      steps.push(
        read(
          {
            id: readId(place, round, throttle),
            title: `Throttle ${throttle}, ${place.where}`,
            words: [`Round ${round}: hold the meter to it, and read it once it stands.`],
          },
          throttle,
        ),
      );
    }
    const balance = roundOf(answers, document, place, round);
    if (balance === null) return { steps, isOver: false };
    if (balance.worst <= EVEN || round === ROUNDS) return { steps, isOver: true };
    for (const off of balance.each.filter((one) => Math.abs(one.off) > LEFT_ALONE)) {
      steps.push(settingStep(place, round, balance, off));
    }
    const set = balance.each.every(
      (one) => Math.abs(one.off) <= LEFT_ALONE || answers[setId(place, round, one.throttle)] !== undefined,
    );
    if (!set) return { steps, isOver: false };
  }
  return { steps, isOver: true };
}

function settingStep(
  place: Place,
  round: number,
  { middle }: Balance,
  { throttle, reads, off }: OffBalance,
): Step {
  return read(
    {
      id: setId(place, round, throttle),
      title: `Throttle ${throttle} to ${flow(middle)}`,
      words: [
        `It breathes ${flow(reads)}, ${percent(off)} ${off > 0 ? 'more' : 'less'} than the middle of all. ${off > 0 ? place.less : place.more}, with the meter on it.`,
      ],
      expects: `${flow(middle)}.`,
    },
    throttle,
  );
}

function roundOf(answers: Answers, document: Calibration, place: Place, round: number): Balance | null {
  const all = Array.from({ length: throttlesOf(document) }, (_, i) =>
    typed(answers, readId(place, round, i + 1)),
  );
  return balanceOf(all);
}

/** The last round that is whole. */
function lastRound({ answers, document }: ProcedureAt, place: Place): Balance | null {
  for (let round = ROUNDS; round >= 1; round -= 1) {
    const balance = roundOf(answers, document, place, round);
    if (balance !== null) return balance;
  }
  return null;
}

function decide(at: ProcedureAt): Outcome {
  const found = [IDLE, PART].flatMap((place) => {
    const balance = lastRound(at, place);
    if (balance === null) return [];
    return [elsewhereFound(at, place) ?? balanceFound(place, balance)];
  });
  return { found: [...found, ...speedFound(at)], remedy: null };
}

/** A reading that was taken at a standing engine, or at another speed than was asked; null where none was. */
function elsewhereFound({ answers, document }: ProcedureAt, place: Place): Found | null {
  for (let round = 1; round <= ROUNDS; round += 1) {
    for (let throttle = 1; throttle <= throttlesOf(document); throttle += 1) {
      const speed = besideIt(answers, readId(place, round, throttle), 'speed');
      if (speed === null) continue;
      const isOther = place.id === 'part' && Math.abs(speed / PART_RPM - 1) > OTHER_SPEED;
      if (speed >= RUNS_RPM && !isOther) continue;
      const text = `Throttle ${throttle}, ${place.where}, was read at ${rpm(speed)}: nothing of it counts. Begin again.`;
      return { tone: 'error', text };
    }
  }
  return null;
}

function balanceFound(place: Place, { worst, middle, each }: Balance): Found {
  const all = each.map(({ reads }) => shown(reads)).join(', ');
  if (worst <= EVEN) {
    const text = `Even ${place.where}: ${all} kg/h, none more than ${percent(worst)} off.`;
    return { tone: 'good', text };
  }
  const far = each.reduce((a, b) => (Math.abs(b.off) > Math.abs(a.off) ? b : a));
  const more =
    far.off > 0
      ? 'it does not shut as far: look at its plate, its spindle and its gasket'
      : 'it does not open as far: look at its plate and its passage';
  return {
    tone: 'error',
    text: `Not even ${place.where}: throttle ${far.throttle} breathes ${percent(far.off)} ${far.off > 0 ? 'more' : 'less'} than the middle of ${flow(middle)} (${all}), and ${place.title} did not bring it there; ${more}.`,
  };
}

function speedFound({ answers }: ProcedureAt): Found[] {
  const last = speedOff(answers, 'stop') ?? speedOff(answers, 'speed');
  if (last === null) return [];
  const near = Math.abs(last.share) <= SPEED_NEAR;
  const asked = `${rpm(last.target)} asked`;
  return [
    near
      ? { tone: 'good', text: `It idles at ${rpm(last.speed)}, ${asked}.` }
      : {
          tone: 'warning',
          text: `It idles at ${rpm(last.speed)}, ${asked}: set the stop of all again, or trim its idle.`,
        },
  ];
}
