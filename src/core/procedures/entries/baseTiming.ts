import { baseValue } from '../../calibration';
import { type Edit, quantityEdit } from '../../checks';
import { formatNumber } from '../../units';
import { besideIt, chosen, step, typed } from '../answers';
import { type BaseTiming, baseTimingOf, type TimingReading } from '../measure/baseTiming';
import { rotorReach } from '../measure/rotor';
import type { Found, Outcome, Procedure, ProcedureAt, Step, StepWork } from '../procedure';

/** Spark while cranking, and running: what an engine takes at any speed without load. */
const COMMANDED_DEG = { cranking: 10, running: 15 } as const;
/** How long a spark is held for one reading, s. */
const HOLDS_S = { cranking: 60, running: 180 } as const;
/** Shares of the highest speed that the light is read at, besides 3,000 rev/min. */
const SHARES = [0.18, 0.5] as const;
const CHECKED_RPM = 3000;
/** A strobe states this, and is read to so much, either way, °. */
const STROBE_DEG = { stated: 0.25, readTo: 0.15 } as const;
/** Offset and delay that small are left as they are, °, µs. */
const SAME = { offsetDeg: 0.15, delayUs: 8 } as const;
/** Readings that are further off of one line than this are no line, °. */
const LEFT_DEG = 0.8;
/** Tip and post together, where nobody has measured them, ° of distributor. */
const USUAL_WIDTH_DEG = 24;
/** A wheel that is a tooth off, or another edge: more than this is looked at before it is typed, °. */
const FAR_DEG = 15;

/** Where a light finds the spark, at cranking and at speed: offset and delay of the crank’s sensor. */
export const baseTiming: Procedure = {
  id: 'baseTiming',
  title: 'Base timing',
  what: 'A strobe while cranking, then at speed.',
  minutes: 5,
  missing: () => null,
  steps,
  decide,
};

/** Speeds that the light is read at while it runs, rev/min. */
function speedsOf({ document }: ProcedureAt): number[] {
  const maxRpm = baseValue(document, 'engine.maxSpeed') ?? 7000;
  const rounded = SHARES.map((share) => Math.round((share * maxRpm) / 100) * 100);
  return [...new Set([...rounded, CHECKED_RPM])].sort((a, b) => a - b);
}

function held(fuel: boolean): StepWork {
  const sparkDeg = fuel ? COMMANDED_DEG.running : COMMANDED_DEG.cranking;
  const forS = fuel ? HOLDS_S.running : HOLDS_S.cranking;
  const label = fuel ? `Hold the spark at ${sparkDeg}°` : `Injectors off, spark at ${sparkDeg}°`;
  return { ask: { kind: 'timing', sparkDeg, fuel, forS }, label, latched: true };
}

function lightStep(part: Pick<Step, 'id' | 'title' | 'words' | 'expects' | 'work'>): Step {
  return step({
    ...part,
    shows: ['speed', 'sparkAdvance'],
    takes: {
      kind: 'number',
      label: 'The light stands at, before top dead centre',
      quantity: 'angle',
      unit: 'deg',
      min: -60,
      max: 90,
      decimals: 1,
      instrument: { id: 'strobe', place: 0 },
      beside: ['speed'],
      whileWorked: true,
    },
  });
}

function steps(at: ProcedureAt): Step[] {
  const where = whereStep(at);
  if (where !== null && at.answers[where.id] === undefined) return [where];
  const cranking = lightStep({
    id: 'cranking',
    title: 'Crank, and read the light',
    words: [
      'The strobe hangs on the lead or coil of cylinder 1, its own advance at nothing.',
      'Injectors stay shut. Hold the starter for a few seconds and read where the mark stands.',
      ...(turnsWithCap(at)
        ? [
            'Loosen the distributor and turn it until the mark stands as it is expected: pickup and cap turn together. What is left is read.',
          ]
        : []),
    ],
    expects: `${COMMANDED_DEG.cranking}°, if the first tooth stands where it was typed.`,
    work: held(false),
  });
  const start = step({
    id: 'start',
    title: 'Start it, and let it warm a little',
    words: ['Where the light is far off while cranking, stop here, take what it says, and begin again.'],
    shows: ['speed', 'coolant'],
    takes: {
      kind: 'choice',
      options: [
        { id: 'runs', label: 'It runs' },
        { id: 'later', label: 'Not yet: by cranking alone' },
      ],
    },
  });
  const answer = at.answers['start'];
  const before = where === null ? [cranking] : [where, cranking];
  const rotor = rotorSteps(at);
  if (answer?.kind !== 'choice') return [...before, start];
  if (answer.id !== 'runs') return [...before, start, ...rotor];
  return [
    ...before,
    start,
    ...speedsOf(at).map((rpm) =>
      lightStep({
        id: `at-${rpm}`,
        title: `Hold about ${rpm} rev/min`,
        words: ['Without load. The speed need not be exact, it has to be steady: it is read with the light.'],
        expects: `${COMMANDED_DEG.running}°.`,
        work: held(true),
      }),
    ),
    ...rotor,
  ];
}

function hasDistributor({ document }: ProcedureAt): boolean {
  return document.coils.mode?.value === 'distributor';
}

/** Teeth that are one a firing may sit on the crank, or in the distributor: which, is asked. */
function whereStep(at: ProcedureAt): Step | null {
  const { document } = at;
  const isFiring =
    2 * (baseValue(document, 'trigger.teeth') ?? 0) === baseValue(document, 'engine.cylinders');
  if (!hasDistributor(at) || !isFiring) return null;
  return step({
    id: 'where',
    title: 'Where do the teeth sit?',
    words: ['Some distributors carry the pickup too: then turning one turns the spark.'],
    takes: {
      kind: 'choice',
      options: [
        { id: 'crank', label: 'On the crank' },
        { id: 'distributor', label: 'In the distributor' },
      ],
    },
  });
}

/** The distributor carries the pickup. */
function turnsWithCap({ answers }: ProcedureAt): boolean {
  return chosen(answers, 'where') === 'distributor';
}

/** Whether the rotor still points at its post, over all the advance that the maps ask for. */
function rotorSteps(at: ProcedureAt): Step[] {
  if (!hasDistributor(at)) return [];
  const number = { kind: 'number', quantity: 'angle', unit: 'deg', decimals: 0 } as const;
  return [
    step({
      id: 'rotor',
      title: 'The rotor at its post',
      words: [
        `Turn the engine by hand to ${COMMANDED_DEG.cranking}° before firing of cylinder 1, cap off. How far is the middle of the rotor’s tip past the middle of the post of cylinder 1, in degrees of distributor? Past is the way it turns; before is under 0.`,
      ],
      expects: 'A little past, so that more advance finds it before.',
      takes: {
        ...number,
        label: 'Rotor past its post',
        min: -45,
        max: 45,
        without: 'Then nobody knows whether it jumps to the next post.',
      },
    }),
    step({
      id: 'width',
      title: 'How wide are tip and post?',
      words: [
        'The width of the rotor’s tip and of a post together, seen from the shaft, in degrees of distributor.',
      ],
      expects: 'About 20 to 30°.',
      takes: {
        ...number,
        label: 'Tip and post together',
        min: 5,
        max: 60,
        without: `Then ${USUAL_WIDTH_DEG}° are taken, as is usual.`,
      },
    }),
  ];
}

/** The least and the most advance that the maps ask for, °. */
function advanceRange({ document, program }: ProcedureAt): {
  readonly leastDeg: number;
  readonly mostDeg: number;
} {
  const all = [document.maps[program.load.spark], document.maps.crankAdvance].flatMap(
    (map) => map?.values ?? [],
  );
  const used = all.length === 0 ? [COMMANDED_DEG.cranking] : all;
  return { leastDeg: Math.min(...used), mostDeg: Math.max(...used) };
}

function rotorFound(at: ProcedureAt): Found[] {
  if (!hasDistributor(at)) return [];
  const behindDeg = typed(at.answers, 'rotor');
  const turned = turnsWithCap(at)
    ? 'Spark is set at the distributor, which turns pickup and cap together; what is left is entered.'
    : 'Spark is set by the offset that is entered; turning the distributor turns its posts alone.';
  const plain: Found = { tone: 'plain', text: turned };
  if (behindDeg === null) {
    return [
      plain,
      { tone: 'warning', text: 'Whether the rotor reaches its post over all the advance was not looked at.' },
    ];
  }
  const range = advanceRange(at);
  const widthDeg = typed(at.answers, 'width') ?? USUAL_WIDTH_DEG;
  const reach = rotorReach({ behindDeg, atDeg: COMMANDED_DEG.cranking, widthDeg }, range);
  const side = (deg: number) => `${degrees(Math.abs(deg), 0)} ${deg < 0 ? 'before' : 'past'}`;
  const where = `From ${degrees(range.leastDeg, 0)} to ${degrees(range.mostDeg, 0)} of advance the rotor stands ${side(reach.leastDeg)} to ${side(reach.mostDeg)} its post, and reaches it within ${degrees(reach.reachDeg, 0)}`;
  const worst = Math.max(Math.abs(reach.leastDeg), Math.abs(reach.mostDeg));
  if (reach.sparesDeg < 0) {
    const text = `${where}: no place of the cap serves all of it. A wider tip, or less advance.`;
    return [plain, { tone: 'error', text }];
  }
  if (worst <= reach.reachDeg) return [plain, { tone: 'good', text: `${where}.` }];
  const what = turnsWithCap(at) ? 'Move the pickup in it, or the rotor on its shaft' : 'Turn the distributor';
  const way = reach.turnCapDeg > 0 ? 'the way the rotor turns' : 'against the rotor’s turn';
  const text = `${where}: it jumps to another. ${what} by ${degrees(Math.abs(reach.turnCapDeg), 0)} ${way}; then ${degrees(reach.sparesDeg, 0)} are to spare at either end.`;
  return [plain, { tone: 'error', text }];
}

function readingsOf(at: ProcedureAt): TimingReading[] {
  const ids = ['cranking', ...speedsOf(at).map((rpm) => `at-${rpm}`)];
  return ids.flatMap((id) => {
    const lightDeg = typed(at.answers, id);
    const rpm = besideIt(at.answers, id, 'speed');
    const commandedDeg = id === 'cranking' ? COMMANDED_DEG.cranking : COMMANDED_DEG.running;
    return lightDeg === null || rpm === null ? [] : [{ rpm, commandedDeg, lightDeg }];
  });
}

const degrees = (value: number, decimals = 1) => `${formatNumber(value, decimals)}°`;

function decide(at: ProcedureAt): Outcome {
  const readings = readingsOf(at);
  const [first] = readings;
  if (first === undefined) return { found: [], remedy: null };
  if (!(first.rpm > 0)) {
    const text = 'The engine did not turn when the light was read: crank it, and read again.';
    return { found: [{ tone: 'error', text }], remedy: null };
  }
  const timing = baseTimingOf(readings, STROBE_DEG);
  const { found, remedy } = timing === null ? byCranking(at, first) : byBoth(at, timing);
  return { found: [...found, ...rotorFound(at)], remedy };
}

/** With the engine not running there is one speed, and all of it is offset: a delay is nothing there. */
function byCranking(at: ProcedureAt, { lightDeg, commandedDeg }: TimingReading): Outcome {
  const offDeg = lightDeg - commandedDeg;
  const open: Found = {
    tone: 'warning',
    text: 'The sensor’s delay stays unknown until it runs: read it again at speed.',
  };
  const edits = Math.abs(offDeg) < SAME.offsetDeg ? [] : [offsetEdit(at, offDeg)];
  return outcome([offsetFound(offDeg, STROBE_DEG.stated), open], edits.flat());
}

function byBoth(at: ProcedureAt, timing: BaseTiming): Outcome {
  const { offsetDeg, delayUs, offsetErrorDeg, delayErrorUs, leftDeg } = timing;
  if (leftDeg > LEFT_DEG) {
    const text = `The readings lie up to ${degrees(leftDeg)} off one line: the speed or the light was not steady, or the strobe’s advance was not at nothing. Read them again.`;
    return { found: [{ tone: 'error', text }], remedy: null };
  }
  const moves = Math.abs(offsetDeg) >= SAME.offsetDeg;
  const delays = Math.abs(delayUs) >= SAME.delayUs;
  const late: Found = delays
    ? {
        tone: 'warning',
        text: `Edges arrive ${formatNumber(delayUs, 0)} ± ${formatNumber(delayErrorUs, 0)} µs late: spark falls back with speed, by ${degrees(6e-6 * topRpm(at) * delayUs)} at ${topRpm(at)} rev/min.`,
      }
    : {
        tone: 'good',
        text: `The light holds with speed: a delay of ${formatNumber(delayUs, 0)} ± ${formatNumber(delayErrorUs, 0)} µs.`,
      };
  const left: Found = { tone: 'good', text: `What is left over is ${degrees(leftDeg)} at most.` };
  const edits = [...(moves ? [offsetEdit(at, offsetDeg)] : []), ...(delays ? [delayEdit(at, delayUs)] : [])];
  return outcome([offsetFound(offsetDeg, offsetErrorDeg), late, left], edits.flat());
}

function outcome(found: readonly Found[], edits: readonly Edit[]): Outcome {
  const far = found.some(({ tone }) => tone === 'error');
  const label = 'Take the crank’s offset and delay as they were measured';
  return { found, remedy: edits.length === 0 || far ? null : { label, edits } };
}

function offsetFound(offDeg: number, errorDeg: number): Found {
  const words = `The light is ${degrees(Math.abs(offDeg))} ± ${degrees(errorDeg)} ${offDeg > 0 ? 'early' : 'late'}`;
  if (Math.abs(offDeg) > FAR_DEG) {
    return {
      tone: 'error',
      text: `${words}: that is no small error. Look at the wheel’s teeth, the sensor’s edge and its two wires first.`,
    };
  }
  return Math.abs(offDeg) < SAME.offsetDeg
    ? { tone: 'good', text: `${words}: as it was commanded.` }
    : { tone: 'warning', text: `${words}: the first tooth stands elsewhere than it was typed.` };
}

function topRpm({ document }: ProcedureAt): number {
  return baseValue(document, 'engine.maxSpeed') ?? 7000;
}

/** A light that is early has its first tooth further from top dead centre. */
function offsetEdit({ document }: ProcedureAt, offDeg: number): Edit[] {
  const is = baseValue(document, 'trigger.tdcOffset');
  return is === null ? [] : [quantityEdit(document, 'trigger.tdcOffset', is + offDeg)];
}

/** Durations are computed in ms. */
function delayEdit({ document }: ProcedureAt, delayUs: number): Edit[] {
  const is = baseValue(document, 'trigger.sensorDelay') ?? 0;
  return [quantityEdit(document, 'trigger.sensorDelay', is + delayUs / 1000)];
}
