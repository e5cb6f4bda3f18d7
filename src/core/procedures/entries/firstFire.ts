import { blockingFindings, findingWords, readiness } from '../../checks';
import { frameOf, type ChannelId, AT, write } from '../../channel';
import { primeAt } from '../../ecu';
import { formatNumber } from '../../units';
import { captured, simulated, step, traced } from '../answers';
import { type Fire, fireOf } from '../measure/firstFire';
import type { Found, Outcome, Procedure, ProcedureAt, Step } from '../procedure';

/** Longer than this no starter is held, s; then it cools. */
const CRANKS_S = 15;
/** What is looked at while it is cranked; counters say at its end what was missed. */
const SEEN = [
  'speed',
  'phase',
  'sync',
  'battery',
  'injectorOpening',
  'coolant',
  'air',
  'crankTeethMissing',
  'camPulsesMissing',
  'noiseEdges',
  'syncLosses',
] as const satisfies readonly ChannelId[];
/** What is looked at once it runs. */
const RUNS_S = 6;
/** A starter that draws pulls the battery down by more than this, V. */
const DRAWS_V = 0.7;
/** Below these it cranks too weakly for a cold morning, rev/min and V. */
const WEAK = { rpm: 120, volts: 8.5 } as const;
/** Lambda and speed are as they are asked within these, as shares: it is still warming. */
const AS_ASKED = { lambda: 0.1, speed: 0.15 } as const;
/** An engine that turns has at least this, kPa gauge. */
const LEAST_OIL_KPA = 40;
/** A battery that is charged is above this, V. */
const CHARGED_V = 13;
/** So many guesses and open questions are named; the rest is a number. */
const NAMED = 4;

const seconds = (value: number) => `${formatNumber(value, 1)} s`;
const volts = (value: number) => `${formatNumber(value, 1)} V`;
const rpm = (value: number) => `${formatNumber(value, 0)} rev/min`;

/** The first start: what must be ready, what comes in which order, and why where it does not catch. */
export const firstFire: Procedure = {
  id: 'firstFire',
  title: 'First fire',
  what: 'Crank it, see what comes, and why if not.',
  minutes: 3,
  missing: ({ document }) => {
    const [first, ...others] = blockingFindings(document);
    if (first === undefined) return null;
    const more = others.length === 0 ? '' : ` And ${others.length} more in Review.`;
    return `Something stands in the way of a start: ${findingWords(first)}${more}`;
  },
  steps,
  decide,
};

function steps(at: ProcedureAt): Step[] {
  const ready = step({
    id: 'ready',
    title: 'Is everything ready?',
    words: [
      'Out of gear, wheels free, exhaust out of doors, an extinguisher within reach, and nobody near belts.',
      ...readyWords(at),
    ],
    shows: ['battery', 'coolant'],
    takes: { kind: 'go', label: 'Ready' },
  });
  const crank = step({
    id: 'crank',
    title: 'Crank until it runs, then let go',
    words: [
      `Begin, then hold the starter with the pedal let go. Let it run for a few seconds, and say that it is done; where it does not catch, after ${CRANKS_S - 5} s.`,
    ],
    shows: ['speed', 'battery', 'injectorOpening', 'lambdaOne'],
    expects: 'Speed at once, the position after a turn or two, then fuel, then it runs.',
    takes: { kind: 'trace', channels: [...SEEN], forS: CRANKS_S },
  });
  const fire = fireAt(at);
  if (fire === null) return [ready, crank];
  if (fire.end === 'runs') return [ready, crank, running(at)];
  // Without a position or an opened injector it is known why it did not run.
  const isOpen = fire.syncAfterS !== null && fire.fuelAfterS !== null;
  return isOpen ? [ready, crank, inSimulation(at, fire)] : [ready, crank];
}

function readyWords({ document }: ProcedureAt): string[] {
  const { toDecide, guesses } = readiness(document);
  const decide = toDecide.slice(0, NAMED).map((finding) => `Not decided in Review: ${findingWords(finding)}`);
  const rest = toDecide.length - decide.length;
  return [
    ...(toDecide.length === 0 ? ['Review has nothing in the way, and nothing left to decide.'] : decide),
    ...(rest > 0 ? [`And ${rest} more.`] : []),
    ...(guesses.length === 0
      ? []
      : [
          `It will live on ${guesses.length === 1 ? 'one value' : `${guesses.length} values`} that nobody has vouched for.`,
        ]),
  ];
}

/** What key on has given each injector, as warm as the engine was. */
function primeFound({ program, answers }: ProcedureAt, { restV }: Fire): Found[] {
  const frame = frameOf();
  const coolant = firstOf(answers, 'coolant');
  if (coolant === null) return [];
  write(frame, AT.coolant, coolant);
  write(frame, AT.air, firstOf(answers, 'air') ?? coolant);
  write(frame, AT.battery, restV);
  const { openingMs, fuelMg } = primeAt(program, frame);
  const text =
    fuelMg > 0
      ? `Key on gave each injector its prime pulse, ${formatNumber(openingMs, 1)} ms at ${formatNumber(coolant, 0)} °C.`
      : 'There is no prime pulse: the first fuel comes with cranking.';
  return [{ tone: 'plain', text }];
}

function running({ program }: ProcedureAt): Step {
  const oil = program.inputs.some(({ id }) => id === 'oilPressure');
  const channels = [
    'speed',
    'battery',
    'idleTarget',
    'lambdaOne',
    'lambdaTarget',
    ...(oil ? ['oilPressure' as const] : []),
  ] as const;
  return step({
    id: 'runs',
    title: 'It runs: look round it',
    words: ['Fuel, oil, water: stop it at once where something leaks, knocks or smokes. Else let it idle.'],
    shows: ['speed', 'lambdaOne', oil ? 'oilPressure' : 'coolant', 'battery'],
    expects: oil ? 'Oil pressure within seconds, and a speed that settles.' : 'A speed that settles.',
    takes: { kind: 'capture', channels: [...channels], forS: RUNS_S },
  });
}

function inSimulation({ answers }: ProcedureAt, { restV }: Fire): Step {
  return step({
    id: 'simulated',
    title: 'The same start in simulation',
    words: ['Would this calibration start this engine, as warm as it is and with this battery?'],
    takes: { kind: 'dryStart', coolantC: firstOf(answers, 'coolant') ?? 20, batteryV: restV },
  });
}

function fireAt({ answers }: ProcedureAt): Fire | null {
  if (answers['crank'] === undefined) return null;
  const of = (id: ChannelId) => traced(answers, 'crank', id);
  return fireOf({
    eachS: answers['crank'].kind === 'traced' ? answers['crank'].eachS : 0,
    speed: of('speed'),
    phase: of('phase'),
    sync: of('sync'),
    battery: of('battery'),
    injectorOpening: of('injectorOpening'),
  });
}

function firstOf(answers: ProcedureAt['answers'], id: ChannelId): number | null {
  return traced(answers, 'crank', id).find(Number.isFinite) ?? null;
}

function lastOf(answers: ProcedureAt['answers'], id: ChannelId): number | null {
  return traced(answers, 'crank', id).filter(Number.isFinite).at(-1) ?? null;
}

function decide(at: ProcedureAt): Outcome {
  const fire = fireAt(at);
  if (fire === null) return { found: [], remedy: null };
  return { found: [...crankingFound(at, fire), ...ranFound(at, fire)], remedy: null };
}

function crankingFound(at: ProcedureAt, fire: Fire): Found[] {
  const { restV, lowestV, crankingRpm, syncAfterS, fuelAfterS } = fire;
  const fell = `the battery fell from ${volts(restV)} to ${volts(lowestV)}`;
  if (fire.end === 'never turned') {
    const text =
      restV - lowestV > DRAWS_V
        ? `The starter drew, ${fell}, and no tooth came: look at the crank sensor, its plug, its gap and its two wires.`
        : 'Nothing drew on the battery and nothing turned: look at the starter, its relay and its cable.';
    return [{ tone: 'error', text }];
  }
  const weak = (crankingRpm ?? Infinity) < WEAK.rpm || lowestV < WEAK.volts;
  const turned: Found = {
    tone: weak ? 'warning' : 'good',
    text: `It was cranked at ${rpm(crankingRpm ?? 0)}; ${fell}${weak ? ': charge the battery' : ''}.`,
  };
  if (syncAfterS === null) return [turned, { tone: 'error', text: noSyncWords(at) }];
  const synced: Found = { tone: 'good', text: `Its position was known after ${seconds(syncAfterS)}.` };
  const fuelled: Found =
    fuelAfterS === null
      ? {
          tone: 'error',
          text: 'Its position was known and no injector was opened: is the pedal down (it clears a flooded engine), or does something cut? The bench says what acts.',
        }
      : { tone: 'good', text: `Fuel came after ${seconds(fuelAfterS)}.` };
  return [turned, synced, ...primeFound(at, fire), fuelled];
}

function noSyncWords({ answers }: ProcedureAt): string {
  const counted = [
    ['crankTeethMissing', 'crank teeth missing'],
    ['camPulsesMissing', 'cam pulses missing'],
    ['noiseEdges', 'edges of noise'],
    ['syncLosses', 'losses of sync'],
  ] as const;
  const seen = counted.flatMap(([id, words]) => {
    const count = lastOf(answers, id) ?? 0;
    return count > 0 ? [`${formatNumber(count, 0)} ${words}`] : [];
  });
  const missed = seen.length === 0 ? '' : ` (${seen.join(', ')})`;
  return `It turned and its position was never found${missed}: has the wheel the teeth that were typed, is the edge right, are the sensor’s two wires changed?`;
}

function ranFound(at: ProcedureAt, fire: Fire): Found[] {
  switch (fire.end) {
    case 'never turned':
      return [];
    case 'runs':
      return [
        { tone: 'good', text: `It ran after ${seconds(fire.ranAfterS ?? 0)}, and runs.` },
        ...idlesFound(at),
      ];
    case 'died':
      return [
        {
          tone: 'error',
          text: `It ran after ${seconds(fire.ranAfterS ?? 0)}, for ${seconds(fire.ranForS)}, and died.`,
        },
        ...simulatedFound(at),
      ];
    case 'never ran':
      return [{ tone: 'error', text: 'It never ran by itself.' }, ...simulatedFound(at)];
  }
}

/** What simulation says of the same start: it is the calibration, or something that simulation takes as it is described. */
function simulatedFound({ answers }: ProcedureAt): Found[] {
  const started = simulated(answers, 'simulated');
  if (started === null) return [];
  const { good, headline, reason } = started;
  const text = good
    ? `In simulation the same start does: ${headline}. So look at what it takes as it was described: sparks at the plugs, fuel at the rail, the order of coils and injectors, base timing.`
    : `In simulation it does not either: ${headline}. ${reason}`;
  return [{ tone: good ? 'warning' : 'error', text }];
}

function idlesFound({ answers, program }: ProcedureAt): Found[] {
  const of = (id: ChannelId) => captured(answers, 'runs', id)?.mean ?? null;
  const [speed, target, lambda, wanted, oil] = [
    of('speed'),
    of('idleTarget'),
    of('lambdaOne'),
    of('lambdaTarget'),
    of('oilPressure'),
  ];
  const found: Found[] = [];
  if (program.inputs.some(({ id }) => id === 'oilPressure')) {
    const has = oil !== null && oil >= LEAST_OIL_KPA;
    found.push({
      tone: has ? 'good' : 'error',
      text: has
        ? `Oil pressure is ${formatNumber(oil, 0)} kPa.`
        : 'Oil pressure is missing: stop it, and look for it before it turns again.',
    });
  }
  if (speed !== null && target !== null && target > 0) {
    const near = Math.abs(speed / target - 1) <= AS_ASKED.speed;
    found.push({
      tone: near ? 'good' : 'warning',
      text: `It idles at ${rpm(speed)}, ${rpm(target)} are asked${near ? '' : ': idle trim comes once it is warm'}.`,
    });
  }
  const battery = of('battery');
  if (battery !== null && battery < CHARGED_V) {
    const text = `The battery is at ${volts(battery)} while it runs: nothing charges it.`;
    found.push({ tone: 'warning', text });
  }
  if (lambda === null || wanted === null) {
    found.push({ tone: 'plain', text: 'The lambda sensor reads nothing yet: it is still cold.' });
  } else {
    const near = Math.abs(lambda / wanted - 1) <= AS_ASKED.lambda;
    found.push({
      tone: near ? 'good' : 'warning',
      text: `Lambda is ${formatNumber(lambda, 2)}, ${formatNumber(wanted, 2)} is asked${near ? '' : ': the map where it idles is off, or the start curves are'}.`,
    });
  }
  return found;
}
