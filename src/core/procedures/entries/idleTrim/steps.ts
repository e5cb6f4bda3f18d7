import type { ChannelId } from '../../../channel';
import { IDLE_AS_IT_IS, type IdleAsk } from '../../../control';
import { formatNumber } from '../../../units';
import { captured, searched, step } from '../../answers';
import { nextLambda, nextSpark, SPARK_STEP_DEG } from '../../measure/idleTrim';
import type { ProcedureAt, SearchPoint, Step, Trial } from '../../procedure';
import { type Base, fillingFailed, foundOf, newIdle, notReady, sparkPoints, wishPoints } from './found';
import { AIR_SETTLES_S, deg, kpa, LOADS, LOOKS, ROUNDS, rpm, WARM_C } from './limits';
import { foundFuel, mean, measured, nextFuel } from './points';

const SEEN: readonly ChannelId[] = [
  'speed',
  'idleTarget',
  'manifoldPressure',
  'lambdaOne',
  'lambdaTwo',
  'lambdaTarget',
  'sparkAdvance',
  'idleSpark',
  'idleOpening',
  'idleLoadAir',
  'loadThrottle',
  'coolant',
  'warmUp',
  'afterStart',
  'overrunCut',
  'loopState',
  'outputsOn',
];

const search = (takes: Omit<Extract<Step['takes'], { kind: 'search' }>, 'kind' | 'channels'>) =>
  ({ kind: 'search', channels: SEEN, ...takes }) as const;

const lambdaSaid = (point: SearchPoint) =>
  `${formatNumber(measured(point), 3)} measured, ${formatNumber(mean(point, 'lambdaTarget'), 3)} asked`;
const pressureSaid = (point: SearchPoint) =>
  point.ended
    ? 'it did not run on'
    : `${kpa(mean(point, 'manifoldPressure'))} at ${rpm(mean(point, 'speed'))}`;

export function steps(at: ProcedureAt): Step[] {
  const warm = step({
    id: 'warm',
    title: 'Warm, and idling',
    words: ['Out of gear, lamps and fan off, nobody at the pedal.'],
    shows: ['speed', 'coolant', 'lambdaOne', 'manifoldPressure'],
    expects: `Over ${WARM_C} °C, and nothing that still enriches.`,
    takes: { kind: 'capture', channels: [...SEEN], forS: LOOKS.forS, known: ['speed', 'manifoldPressure'] },
  });
  if (at.answers['warm'] === undefined || notReady(at) !== null) return [warm];
  const filling = step({
    id: 'filling',
    title: 'Filling: measured is the target',
    words: [
      'Closed loop is held open. Fuel is moved by itself until measured lambda is the target: what it takes belongs into the filling map.',
    ],
    shows: ['lambdaOne', 'lambdaTarget', 'speed'],
    expects: 'The target, within 1 %.',
    takes: search({
      label: 'Begin',
      ...LOOKS,
      next: (points) =>
        trial(nextFuel(points, IDLE_AS_IT_IS), ({ fuelShare }) => `Fuel × ${formatNumber(fuelShare, 3)}`),
      said: lambdaSaid,
    }),
  });
  const { base, wish, spark } = foundOf(at);
  if (base === null || fillingFailed(at) !== null) return [warm, filling];
  const held: IdleAsk = {
    ...IDLE_AS_IT_IS,
    fuelShare: base.fuelShare,
    sparkDeg: base.sparkDeg,
    airPercent: base.airPercent,
  };
  const wishing = step({
    id: 'wish',
    title: 'Target: leaner while it needs less air',
    words: [
      'Spark and air stand still, and the target moves. The lowest pressure is what the engine likes best.',
    ],
    shows: ['manifoldPressure', 'lambdaOne', 'speed'],
    expects: 'Pressure that falls, then rises again.',
    takes: search({
      label: 'Begin',
      ...LOOKS,
      next: (points) => {
        const next = nextLambda(wishPoints(at, base, points), base.target);
        return trial(
          next === null ? null : { ...held, lambda: next },
          () => `Target ${formatNumber(next ?? 0, 2)}`,
        );
      },
      said: pressureSaid,
    }),
  });
  if (wish === null) return [warm, filling, wishing];
  const before = [warm, filling, wishing, ...screwSteps(at, { ...held, lambda: wish.lambda }, base)];
  const sparking = step({
    id: 'spark',
    title: 'Spark: no degree that does not pay',
    words: ['With the new target: spark moves in steps of 2°, as long as each takes pressure.'],
    shows: ['manifoldPressure', 'sparkAdvance', 'speed'],
    expects: 'Pressure that falls less with every step.',
    takes: search({
      label: 'Begin',
      ...LOOKS,
      next: (points) => {
        const next = nextSpark(sparkPoints(at, base, points), base.mapDeg);
        const ask = next === null ? null : { ...held, lambda: wish.lambda, sparkDeg: next };
        return trial(ask, () => `Spark ${deg(next ?? 0)}`);
      },
      said: pressureSaid,
    }),
  });
  if (spark === null) return [...before, sparking];
  const ask = newIdle(base, wish, spark.deg);
  return [...before, sparking, airStep(at, ask, base), againStep(at, ask), loadStep(at, ask)];
}

function trial(ask: IdleAsk | null, label: (ask: IdleAsk) => string): Trial | null {
  return ask === null ? null : { ask, label: label(ask) };
}

/** Where only a screw gives air, it is turned back for the spark of the map first: what idle control held back is let go. */
function screwSteps(at: ProcedureAt, held: IdleAsk, { airPercent, mapDeg, sparkDeg }: Base): Step[] {
  if (airPercent !== null || mapDeg - sparkDeg < SPARK_STEP_DEG) return [];
  return [
    screwStep(at, {
      id: 'screw',
      title: 'at the map’s own spark',
      why: `Idle control holds ${deg(mapDeg - sparkDeg)} of the map’s spark back. For what spark pays it is let go, and needs less air.`,
      ask: { ...held, sparkDeg: mapDeg },
    }),
  ];
}

/** Hands at the screw of an engine that has no valve. */
function screwStep(
  { answers }: ProcedureAt,
  part: { readonly id: string; readonly title: string; readonly why: string; readonly ask: IdleAsk },
): Step {
  const target = captured(answers, 'warm', 'idleTarget')?.mean ?? NaN;
  return step({
    id: part.id,
    title: `The idle screw to ${rpm(target)} ${part.title}`,
    words: [
      part.why,
      `Begin, then turn the screw beside the throttle, or the stop of all plates, until it idles at ${rpm(target)}. Give it a few seconds after each turn.`,
    ],
    shows: ['speed', 'sparkAdvance'],
    expects: `${rpm(target)}.`,
    work: { ask: { ...part.ask, forS: 300 }, label: 'Idle with the new numbers', latched: true },
    takes: { kind: 'capture', channels: [...SEEN], forS: LOOKS.forS },
  });
}

/** Air for the speed: by the valve, which its loop or a search moves; else by the screw. */
function airStep(at: ProcedureAt, ask: IdleAsk, { airPercent }: Base): Step {
  const { program } = at;
  if (airPercent === null) {
    const why = 'With all that was found, and idle control as ever.';
    return screwStep(at, { id: 'air', title: 'once more', why, ask });
  }
  const byLoop = (program.idle.loop?.airPerSPer100Rpm ?? 0) > 0;
  return step({
    id: 'air',
    shows: ['speed', 'idleTarget', 'idleOpening'],
    expects: 'The speed that is asked for.',
    title: 'Air: for the speed',
    words: [
      'The valve moves until the engine idles as it is asked. Where it then stands is what its curve has to say.',
    ],
    takes: search({
      label: 'Begin',
      settlesS: AIR_SETTLES_S,
      forS: LOOKS.forS,
      next: (points) =>
        trial(byLoop ? (points.length === 0 ? ask : null) : nextAir(points, ask, airPercent), (next) =>
          next.airPercent === null ? 'By its own control' : `Valve ${formatNumber(next.airPercent, 1)} %`,
        ),
      said: (point) =>
        `${rpm(mean(point, 'speed'))}, ${rpm(mean(point, 'idleTarget'))} asked, valve ${formatNumber(mean(point, 'idleOpening'), 1)} %`,
    }),
  });
}

/** Air by steps in proportion to the speed that is missing, where nothing holds it. */
function nextAir(points: readonly SearchPoint[], ask: IdleAsk, from: number): IdleAsk | null {
  const last = points.at(-1);
  if (last?.ask.kind !== 'idle') return { ...ask, airPercent: from };
  const target = mean(last, 'idleTarget');
  const off = mean(last, 'speed') / target - 1;
  if (points.length >= ROUNDS || !(Math.abs(off) > 0.01)) return null;
  const share = 1 - Math.min(0.3, Math.max(-0.3, 0.8 * off));
  return { ...ask, airPercent: Math.min(100, Math.max(0, (last.ask.airPercent ?? from) * share)) };
}

/** The filling once more, where it idles now. */
function againStep(at: ProcedureAt, ask: IdleAsk): Step {
  const own = { ...ask, airPercent: heldAir(at) };
  return step({
    id: 'again',
    title: 'Filling, where it idles now',
    words: ['Other cells are in use than before: fuel is moved once more, until measured is the new target.'],
    shows: ['lambdaOne', 'lambdaTarget', 'speed'],
    expects: 'The new target, within 1 %.',
    takes: search({
      label: 'Begin',
      ...LOOKS,
      next: (points) =>
        trial(nextFuel(points, own), ({ fuelShare }) => `Fuel × ${formatNumber(fuelShare, 3)}`),
      said: lambdaSaid,
    }),
  });
}

/** The opening that was searched, where nothing else holds it; null where its loop does, or there is no valve. */
function heldAir({ answers }: ProcedureAt): number | null {
  const last = searched(answers, 'air').at(-1);
  return last?.ask.kind === 'idle' ? last.ask.airPercent : null;
}

function loadStep(at: ProcedureAt, ask: IdleAsk): Step {
  const fuelShare = foundFuel(searched(at.answers, 'again')) ?? ask.fuelShare;
  return step({
    id: 'loads',
    title: 'Lamps and fan',
    words: [
      'Hold the new idle and begin. Then lamps on, count to five, the fan too, count to five, both off, count to five.',
    ],
    shows: ['speed', 'idleTarget', 'battery'],
    expects: 'It catches itself, and comes back to its speed.',
    work: {
      ask: { ...ask, fuelShare, airPercent: heldAir(at), forS: 180 },
      label: 'Idle with the new numbers',
      latched: true,
    },
    takes: { kind: 'trace', channels: ['speed', 'idleTarget', 'workState'], forS: LOADS.forS },
  });
}
