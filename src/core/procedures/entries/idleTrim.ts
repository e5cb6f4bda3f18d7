import { IDLE_AS_IT_IS, type IdleAsk } from '../../control';
import { type ChannelId, LOOP_CODE } from '../../channel';
import type { Edit } from '../../checks';
import { fillingMapOf } from '../../log';
import { lookUpCurve } from '../../numeric';
import { MAP_DEFINITIONS, type MapId } from '../../program';
import { formatNumber } from '../../units';
import { captured, searched, step, traced } from '../answers';
import {
  cellsAbout,
  type IdlePoint,
  leastSparkOf,
  nextLambda,
  nextSpark,
  SPARK_STEP_DEG,
  type Wish,
  wishOf,
} from '../measure/idleTrim';
import type {
  Captured,
  Found,
  Outcome,
  Procedure,
  ProcedureAt,
  SearchPoint,
  Step,
  Trial,
} from '../procedure';

/** It idles at its working temperature from here on, °C, and nothing enriches it by more than this. */
const WARM_C = 65;
const ENRICHED = 1.005;
/** How long a change settles and is looked at, s; air moves slowly. */
const LOOKS = { settlesS: 3, forS: 5 } as const;
const AIR_SETTLES_S = 14;
/** Measured is the target within this, as a share, and so often the filling is moved until it is. */
const SAME = 0.004;
const RIGHT = 0.01;
const ROUNDS = 5;
/** A speed that shakes by more than this, and by so many times what it did at first, surges, rev/min. */
const SURGES = { rpm: 35, times: 2.5 } as const;
/** An idle is as fast as it is asked within this, as a share. */
const SPEED_NEAR = 0.05;
/** What is changed by less stays as it is: lambda, °, % of the valve, share of the filling. */
const LEAST = { lambda: 0.005, sparkDeg: 1, airPercent: 1, fuelShare: 0.005 } as const;
/** Spark that idle control has to be able to give, at the most, °. */
const RESERVE_DEG = 6;
/** Lamps and fan: how long it is watched, how far the speed may fall, and when it has to be back, s. */
const LOADS = { forS: 24, fallsShare: 0.2, runsRpm: 300 } as const;

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

const kpa = (value: number) => `${formatNumber(value, 1)} kPa`;
const lambda = (value: number) => `lambda ${formatNumber(value, 3)}`;
const deg = (value: number) => `${formatNumber(value, 1)}°`;
const percent = (share: number) => `${formatNumber(100 * Math.abs(share), 1)} %`;
const rpm = (value: number) => `${formatNumber(value, 0)} rev/min`;

/**
 * Two things kept apart: the filling, until measured lambda is the target; and the target, leaner while the engine needs less air.
 * Then the least spark that pays, air for the speed, and lamps and fan as its proof.
 */
export const idleTrim: Procedure = {
  id: 'idleTrim',
  title: 'Idle trim',
  what: 'Filling, target, spark and air of its idle.',
  minutes: 8,
  missing,
  steps,
  decide,
};

function missing({ program }: ProcedureAt): string | null {
  if (fillingMapOf(program) === null) {
    return 'Fuel goes by no filling map in this calibration: there is no filling to correct and no target to move.';
  }
  const sees = program.inputs.some(({ id }) => id === 'lambdaOne' || id === 'lambdaTwo');
  return sees ? null : 'No lambda sensor is fitted in this calibration: nothing says what the mixture is.';
}

/** What holds everything still but the mixture, of the numbers found so far. */
interface Base {
  /** The map’s target, and the map’s own spark, °. */
  readonly target: number;
  readonly mapDeg: number;
  readonly fuelShare: number;
  /** Held while target and spark are moved: spark as it was, air as it was; null without a valve. */
  readonly sparkDeg: number;
  readonly airPercent: number | null;
  readonly shakesRpm: number;
  /** How many outputs were on: one more, or one less, is another load. */
  readonly outputsOn: number;
}

function mean(point: Pick<SearchPoint, 'channels'>, id: ChannelId): number {
  return point.channels[id]?.mean ?? NaN;
}

/** Mean of the lambda sensors that read for most of the time. */
function measured(point: Pick<SearchPoint, 'channels'>): number {
  const most = (point.channels.speed?.count ?? 0) / 2;
  const read = (['lambdaOne', 'lambdaTwo'] as const)
    .map((id) => point.channels[id])
    .filter((one): one is Captured => one !== undefined && one.count > most);
  return read.reduce((sum, one) => sum + one.mean, 0) / read.length;
}

/** Whether a point says anything: neither overrun cut nor closed loop acted while it was looked at. */
function counts({ channels, ended }: SearchPoint): boolean {
  if (ended) return false;
  const acted = (channels.loopState?.most ?? 0) >= LOOP_CODE.settling;
  return !acted && (channels.overrunCut?.most ?? 0) === 0;
}

/** The last point that says anything. */
function lastOf(points: readonly SearchPoint[]): SearchPoint | undefined {
  return points.filter(counts).at(-1);
}

/** How far measured lambda is off its target: over 1 it is leaner, and wants more fuel. */
function leanShare(point: SearchPoint): number {
  return measured(point) / mean(point, 'lambdaTarget');
}

const fuelShareOf = ({ ask }: SearchPoint) => (ask.kind === 'idle' ? ask.fuelShare : 1);

/** The next share of fuel until measured is what is asked; the last one that counts says which. */
function nextFuel(points: readonly SearchPoint[], ask: IdleAsk): IdleAsk | null {
  const last = lastOf(points);
  if (points.length >= ROUNDS) return null;
  if (last === undefined) return ask;
  const off = leanShare(last);
  if (!Number.isFinite(off) || Math.abs(off - 1) <= SAME) return null;
  return { ...ask, fuelShare: Math.min(1.4, Math.max(0.7, fuelShareOf(last) * off)) };
}

/** What the last point of a search over fuel says the fuel has to be multiplied by; null where none did. */
function foundFuel(points: readonly SearchPoint[]): number | null {
  const last = lastOf(points);
  const share = last === undefined ? NaN : fuelShareOf(last) * leanShare(last);
  return Number.isFinite(share) ? share : null;
}

function baseOf({ answers, program }: ProcedureAt): Base | null {
  const fuelShare = foundFuel(searched(answers, 'filling'));
  const point = lastOf(searched(answers, 'filling'));
  if (fuelShare === null || point === undefined) return null;
  return {
    target: mean(point, 'lambdaTarget'),
    mapDeg: mean(point, 'sparkAdvance') - mean(point, 'idleSpark'),
    fuelShare,
    sparkDeg: mean(point, 'sparkAdvance'),
    airPercent: program.idleAir === 'valve' ? mean(point, 'idleOpening') : null,
    shakesRpm: point.channels.speed?.spread ?? 0,
    outputsOn: mean(point, 'outputsOn'),
  };
}

/** A point as the pressure is judged by. @param asked what was moved; @param is what was measured of it. */
function idlePoint(point: SearchPoint, asked: number, is: number, { shakesRpm }: Base): IdlePoint {
  const { manifoldPressure: pressure, speed } = point.channels;
  const shakes = speed?.spread ?? 0;
  const surges = shakes > Math.max(SURGES.rpm, SURGES.times * shakesRpm);
  return {
    asked,
    is,
    kpa: pressure?.mean ?? NaN,
    errorKpa: (pressure?.spread ?? 0) / Math.sqrt(Math.max(1, pressure?.count ?? 1)),
    steady: !point.ended && !surges && pressure !== undefined,
  };
}

/** Points that can be compared with the first: under the same loads, and those that ended. */
function judged(points: readonly SearchPoint[], { outputsOn }: Base): SearchPoint[] {
  const isLike = ({ channels: { outputsOn: on } }: SearchPoint) =>
    on?.least === outputsOn && on.most === outputsOn;
  return points.filter((point) => point.ended || (counts(point) && isLike(point)));
}

function wishPoints({ answers }: ProcedureAt, base: Base, points = searched(answers, 'wish')): IdlePoint[] {
  return judged(points, base).flatMap((point) =>
    point.ask.kind === 'idle' && point.ask.lambda !== null
      ? [idlePoint(point, point.ask.lambda, measured(point), base)]
      : [],
  );
}

function sparkPoints({ answers }: ProcedureAt, base: Base, points = searched(answers, 'spark')): IdlePoint[] {
  return judged(points, base).flatMap((point) =>
    point.ask.kind === 'idle' && point.ask.sparkDeg !== null
      ? [idlePoint(point, point.ask.sparkDeg, point.ask.sparkDeg, base)]
      : [],
  );
}

/** What was found until here: each null until it is. */
function foundOf(at: ProcedureAt): {
  readonly base: Base | null;
  readonly wish: Wish | null;
  readonly spark: FoundSpark | null;
} {
  const base = baseOf(at);
  const wish = base === null || at.answers['wish'] === undefined ? null : wishOf(wishPoints(at, base));
  const paysToDeg =
    base === null || at.answers['spark'] === undefined ? null : leastSparkOf(sparkPoints(at, base));
  const spark = base === null || paysToDeg === null ? null : sparkWithReserve(at, base, paysToDeg);
  return { base, wish, spark };
}

/** The spark from which no more pays, and the one that is put into the map. */
interface FoundSpark {
  readonly paysToDeg: number;
  readonly deg: number;
}

/**
 * Idle control gives spark to hold the speed: from the best spark on there is none left to give, and it surges. What it holds back
 * by itself counts; the map’s own spark is not taken below what it is for that.
 */
function sparkWithReserve({ program }: ProcedureAt, { mapDeg }: Base, paysToDeg: number): FoundSpark {
  const { loop } = program.idle;
  const gives = loop === null || loop.sparkDegPer100Rpm === 0 ? 0 : Math.min(loop.sparkLimitDeg, RESERVE_DEG);
  const less = paysToDeg - Math.max(0, gives - (loop?.sparkRestDeg ?? 0));
  return { paysToDeg, deg: less > mapDeg ? less : Math.min(mapDeg, paysToDeg) };
}

/** The idle with all that was found, its controls as ever. */
function newIdle(base: Base, wish: Wish, sparkDeg: number): IdleAsk {
  return {
    ...IDLE_AS_IT_IS,
    lambda: wish.lambda,
    fuelShare: base.fuelShare,
    sparkAddsDeg: sparkDeg - base.mapDeg,
  };
}

const search = (takes: Omit<Extract<Step['takes'], { kind: 'search' }>, 'kind' | 'channels'>) =>
  ({ kind: 'search', channels: SEEN, ...takes }) as const;

const lambdaSaid = (point: SearchPoint) =>
  `${formatNumber(measured(point), 3)} measured, ${formatNumber(mean(point, 'lambdaTarget'), 3)} asked`;
const pressureSaid = (point: SearchPoint) =>
  point.ended
    ? 'it did not run on'
    : `${kpa(mean(point, 'manifoldPressure'))} at ${rpm(mean(point, 'speed'))}`;

function steps(at: ProcedureAt): Step[] {
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

/** Why it cannot be trimmed yet; null where it can. */
function notReady({ answers }: ProcedureAt): string | null {
  const of = (id: ChannelId) => captured(answers, 'warm', id)?.mean ?? NaN;
  if (!(of('speed') > LOADS.runsRpm)) return 'It does not run: first fire comes before this.';
  if (of('coolant') < WARM_C) {
    return `It is ${formatNumber(of('coolant'), 0)} °C warm: what it asks for changes until ${WARM_C} °C. Let it warm up, then begin again.`;
  }
  const enriched = Math.max(of('warmUp'), of('afterStart'));
  if (enriched > ENRICHED) {
    return `Start-up still gives it ${percent(enriched - 1)} more fuel: wait until it is gone, then begin again.`;
  }
  return Number.isFinite(measured({ channels: capturedAll(answers) }))
    ? null
    : 'No lambda sensor reads: look at its heater and its wires first.';
}

function capturedAll(answers: ProcedureAt['answers']): SearchPoint['channels'] {
  const warm = answers['warm'];
  return warm?.kind === 'captured' ? warm.channels : {};
}

/** Why the filling could not be found; null while it can. */
function fillingFailed({ answers }: ProcedureAt): string | null {
  const points = searched(answers, 'filling');
  if (points.length === 0) return null;
  const last = lastOf(points);
  if (last === undefined)
    return 'Nothing of the filling counts: overrun cut or closed loop acted all the time.';
  if (!Number.isFinite(leanShare(last))) {
    return 'Lambda was not read while fuel was moved: look at the sensor, its heater and its wires.';
  }
  if (points.length < ROUNDS || Math.abs(leanShare(last) - 1) <= RIGHT) return null;
  const off = leanShare(last) * fuelShareOf(last) - 1;
  return `Measured lambda does not come to the target by fuel (it would be ${percent(off)} ${off > 0 ? 'more' : 'less'}, and does not stay): look for a leak before the sensor, a misfire, or an injector that hangs.`;
}

function decide(at: ProcedureAt): Outcome {
  const { answers } = at;
  if (answers['warm'] === undefined) return { found: [], remedy: null };
  const error = notReady(at) ?? fillingFailed(at);
  if (error !== null) return { found: [{ tone: 'error', text: error }], remedy: null };
  const { base, wish, spark } = foundOf(at);
  if (base === null) return { found: [], remedy: null };
  const found: Found[] = [fillingFound(at, base)];
  if (wish === null) {
    if (answers['wish'] !== undefined) found.push(uneven('No target was found'));
    return { found, remedy: null };
  }
  found.push(wishFound(base, wish));
  if (spark === null) {
    if (answers['spark'] !== undefined) found.push(uneven('No spark was found'));
    return { found, remedy: null };
  }
  found.push(sparkFound(base, spark));
  const again = lastOf(searched(answers, 'again'));
  if (again === undefined) return { found, remedy: null };
  found.push(...airFound(at, again), ...loadsFound(at));
  const isSound = found.every(({ tone }) => tone !== 'error');
  const edits = isSound ? editsOf(at, again, { base, wish, sparkDeg: spark.deg }) : [];
  const remedy =
    edits.length === 0
      ? null
      : { label: 'Take the idle as it was trimmed: filling, target, spark and air', edits };
  return { found, remedy };
}

const uneven = (what: string): Found => ({
  tone: 'error',
  text: `${what}: it ran evenly at no step. Look for a misfire or a leak first.`,
});

function fillingFound({ answers }: ProcedureAt, { fuelShare, target }: Base): Found {
  const again = foundFuel(searched(answers, 'again'));
  const share = (again ?? fuelShare) - 1;
  if (Math.abs(share) < LEAST.fuelShare)
    return { tone: 'good', text: `The filling is right: measured is the target.` };
  const text = `To measure ${again === null ? lambda(target) : 'its target'} it takes ${percent(share)} ${share > 0 ? 'more' : 'less'} filling in the cells that idle.`;
  return { tone: 'good', text };
}

function wishFound({ target }: Base, wish: Wish): Found {
  const moved = wish.lambda - target;
  const where = `${lambda(wish.lambda)}, with ${kpa(wish.kpa)}`;
  const held = wish.heldBack ? '; leaner it no longer ran evenly, so that a step is left to there' : '';
  const text =
    Math.abs(moved) < LEAST.lambda
      ? `It needs least air at the target it has: ${where}${held}.`
      : `It needs least air at ${where}; asked was ${lambda(target)}${held}.`;
  return { tone: wish.heldBack ? 'warning' : 'good', text };
}

function sparkFound({ mapDeg }: Base, { paysToDeg, deg: taken }: FoundSpark): Found {
  const reserve = paysToDeg - taken;
  const rest = reserve > LEAST.sparkDeg ? `; ${deg(taken)} leave idle control ${deg(reserve)} to give` : '';
  const text =
    Math.abs(taken - mapDeg) < LEAST.sparkDeg
      ? `Spark pays up to ${deg(paysToDeg)}${rest === '' ? ', as the map has it' : ', and the map leaves idle control the rest'}.`
      : `Spark pays up to ${deg(paysToDeg)}; the map has ${deg(mapDeg)}${rest}.`;
  return { tone: 'good', text };
}

function airFound(at: ProcedureAt, again: SearchPoint): Found[] {
  const [speed, target] = [mean(again, 'speed'), mean(again, 'idleTarget')];
  const off = leanShare(again) - 1;
  const found: Found[] = [];
  if (Math.abs(off) > RIGHT) {
    found.push({
      tone: 'error',
      text: `Where it idles now measured lambda stays ${percent(off)} off its target.`,
    });
  }
  if (!(target > 0)) return found;
  const near = Math.abs(speed / target - 1) <= SPEED_NEAR;
  const by =
    at.program.idleAir === 'valve'
      ? `, with the valve at ${formatNumber(mean(again, 'idleOpening'), 0)} %`
      : '';
  const words = `It idles at ${rpm(speed)}, ${rpm(target)} asked${by}`;
  found.push(
    near
      ? { tone: 'good', text: `${words}.` }
      : { tone: 'warning', text: `${words}: turn the screw again, or look at the valve’s reach.` },
  );
  return found;
}

function loadsFound({ answers }: ProcedureAt): Found[] {
  const speeds = traced(answers, 'loads', 'speed').filter(Number.isFinite);
  const targets = traced(answers, 'loads', 'idleTarget').filter(Number.isFinite);
  const target = targets.reduce((sum, one) => sum + one, 0) / targets.length;
  if (speeds.length === 0 || !(target > 0)) {
    return [{ tone: 'warning', text: 'Lamps and fan were not tried.' }];
  }
  const lowest = Math.min(...speeds);
  if (lowest < LOADS.runsRpm) {
    return [
      {
        tone: 'error',
        text: 'Lamps and fan stall it: it idles too thinly. Give it more air, or more speed.',
      },
    ];
  }
  const share = 1 - lowest / target;
  const last = speeds.slice(-Math.ceil(speeds.length / 8));
  const end = last.reduce((sum, one) => sum + one, 0) / last.length;
  const words = `Under lamps and fan it falls to ${rpm(lowest)} and ends at ${rpm(end)}, ${rpm(target)} asked`;
  const fits = share <= LOADS.fallsShare && Math.abs(end / target - 1) <= 2 * SPEED_NEAR;
  return [
    fits
      ? { tone: 'good', text: `${words}.` }
      : { tone: 'warning', text: `${words}: idle control needs more reserve.` },
  ];
}

interface Trimmed {
  readonly base: Base;
  readonly wish: Wish;
  readonly sparkDeg: number;
}

/** What was found, put into the cells that idle and those beside them. */
function editsOf(at: ProcedureAt, again: SearchPoint, { base, wish, sparkDeg }: Trimmed): Edit[] {
  const { program } = at;
  const fillingId = fillingMapOf(program);
  const fuelShare = foundFuel(searched(at.answers, 'again')) ?? base.fuelShare;
  const addsDeg = sparkDeg - base.mapDeg;
  const loadOf = (axis: 'manifoldPressure' | 'throttle') =>
    mean(again, axis === 'throttle' ? 'loadThrottle' : 'manifoldPressure');
  const speed = mean(again, 'speed');
  const place = { x: speed, y: loadOf(program.load.axis) };
  const edits: Edit[] = [];
  if (fillingId !== null && Math.abs(fuelShare - 1) >= LEAST.fuelShare) {
    const y = loadOf(fillingId === 've' ? 'manifoldPressure' : 'throttle');
    edits.push(...cells(at, fillingId, { x: speed, y }, (value) => value * fuelShare));
  }
  if (Math.abs(wish.lambda - base.target) >= LEAST.lambda) {
    edits.push(...cells(at, program.load.target, place, () => wish.lambda));
  }
  if (Math.abs(addsDeg) >= LEAST.sparkDeg) {
    edits.push(...cells(at, program.load.spark, place, (value) => value + addsDeg));
  }
  if (base.airPercent !== null) edits.push(...airEdits(at, again));
  return edits;
}

/** The valve’s curve, moved by what it stands beside it; what loads take is theirs. */
function airEdits(at: ProcedureAt, again: SearchPoint): Edit[] {
  const coolantC = mean(again, 'coolant');
  const grid = at.program.idle.air;
  if (grid === null) return [];
  const moved = mean(again, 'idleOpening') - mean(again, 'idleLoadAir') - lookUpCurve(grid, coolantC);
  if (!(Math.abs(moved) >= LEAST.airPercent)) return [];
  return cells(at, 'idleAir', { x: coolantC, y: 0 }, (value) => value + moved);
}

function cells(
  { document }: ProcedureAt,
  mapId: MapId,
  place: { readonly x: number; readonly y: number },
  changed: (value: number) => number,
): Edit[] {
  const map = document.maps[mapId];
  if (map === null) return [];
  const changes = cellsAbout(map, place, changed, MAP_DEFINITIONS[mapId]);
  return changes.length === 0 ? [] : [{ kind: 'cells', mapId, changes }];
}
