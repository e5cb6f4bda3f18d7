import {
  type DrivenLog,
  EVIDENCE_S,
  fittedCells,
  type FitSamples,
  type FittedCells,
  joinedSamples,
  logged,
  MAPPING_SENSORS,
  type MapTask,
  samplesRoom,
  steadyOf,
  steadyReading,
  thinned,
} from '../../log';
import {
  type Curve,
  type Grid,
  intervalFraction,
  intervalIndex,
  lookUpCurve,
  lookUpMap,
} from '../../numeric';

/** One moment of a cold engine that ran steadily. */
export interface ColdMoment {
  /** Of which start, and how long after it, s. */
  readonly start: number;
  readonly sinceS: number;
  readonly coolantC: number;
  /** Everything that fuel would have to be multiplied by there, beside the map, as a logarithm: of after-start and warm-up together. */
  readonly neededLn: number;
  readonly weightS: number;
}

/** A start in one of several logs: when it ran, and for how long, s. */
export interface RanFrom {
  readonly log: number;
  readonly ranFromS: number;
  /** NaN where it did not. */
  readonly ranForS: number;
}

/** What a start bounds of running fuel as it took over. */
export interface ChangeBounds {
  readonly start: number;
  readonly coolantC: number;
  /** Logarithms of after-start and warm-up together: what was given, the least that leaves no hole, and the most that does not drown it. */
  readonly givenLn: number;
  readonly leastLn: number;
  readonly mostLn: number;
}

/** What cold running says of the map of a warm engine, and of what it asks beside it. */
export interface ColdRunning {
  readonly moments: readonly ColdMoment[];
  /** Seconds of them at places of the map that warm running in these logs says nothing of: what is off there may be the map’s. */
  readonly mapUnknownS: number;
}

/** Moments of steady running after each start, cold or warm, with what they needed by lambda. */
export function coldRunning(
  all: readonly DrivenLog[],
  task: MapTask,
  starts: readonly RanFrom[],
): ColdRunning {
  const drives = all.map(({ log, then }) => ({ log: thinned(log), then }));
  const read = drives.map(({ log, then }) => steadyReading(log, task, then));
  const joined = joinedSamples(read.map((one) => steadyOf(one, task)));
  const fitted = joined.count === 0 ? null : fittedCells(joined, task.grid);
  const mapLn = fitted === null ? null : { x: task.grid.x, y: task.grid.y, values: fitted.change };
  const known = fitted === null ? null : { x: task.grid.x, y: task.grid.y, values: fitted.evidenceS };
  const moments: ColdMoment[] = [];
  let mapUnknownS = 0;
  drives.forEach(({ log }, of) => {
    const own = starts.flatMap((start, i) => (start.log === of ? [{ ...start, i }] : []));
    const reading = read[of];
    if (own.length === 0 || reading === undefined) return;
    const samples = steadyOf(reading, task, ['cold', 'afterStart']);
    let at = 0;
    for (let k = 0; k < samples.count; k += 1) {
      const sample = samples.at[k] as number;
      const timeS = log.timeS[sample] as number;
      while (at < own.length - 1 && timeS >= endOf(own[at] as RanFrom)) at += 1;
      const start = own[at] as (typeof own)[number];
      if (!(timeS >= start.ranFromS && timeS < endOf(start))) continue;
      const coolantC = logged(log, 'coolant', sample);
      if (Number.isNaN(coolantC)) continue;
      const place = placeOf(samples, k, task.grid);
      const isKnown = known !== null && lookUpMap(known, place.x, place.y) >= EVIDENCE_S;
      const weightS = samples.weightS[k] as number;
      if (!isKnown) mapUnknownS += weightS;
      const beyondLn = isAtEnd(log, sample, task) ? BEYOND_END_LN : 0;
      const mapsLn = isKnown && mapLn !== null ? lookUpMap(mapLn, place.x, place.y) : 0;
      const given = oneFor(logged(log, 'afterStart', sample)) * oneFor(logged(log, 'warmUp', sample));
      const neededLn = Math.log(given) + (samples.error[k] as number) - beyondLn - mapsLn;
      addMoment(moments, { start: start.i, sinceS: timeS - start.ranFromS, coolantC, neededLn, weightS });
    }
  });
  return { moments, mapUnknownS };
}

/** Whether every sensor is at the richest that it can say: then it is richer than is read, by nobody knows how much. */
function isAtEnd(log: DrivenLog['log'], at: number, { ends }: MapTask): boolean {
  const read = MAPPING_SENSORS.filter((id) => !Number.isNaN(logged(log, id, at)));
  return read.length > 0 && read.every((id) => logged(log, id, at) <= (ends[id]?.min ?? 0) * (1 + AT_END));
}

/** A sensor this near to the richest that it can say is at its end, a share; what is taken off more there, as a logarithm. */
const AT_END = 0.01;
const BEYOND_END_LN = 0.12;

/** When an engine that a start set running fell back or stood, s; of one that never ran nothing comes before it. */
function endOf({ ranFromS, ranForS }: RanFrom): number {
  return Number.isNaN(ranFromS) ? -Infinity : ranFromS + ranForS;
}

/** What is read within so long of each other is one moment, s. */
const MOMENT_S = 0.2;

/** Puts what was read into the last moment where it belongs to that, else into one of its own. */
function addMoment(moments: ColdMoment[], read: ColdMoment): void {
  const last = moments.at(-1);
  if (last === undefined || last.start !== read.start || read.sinceS - last.sinceS >= MOMENT_S) {
    moments.push(read);
    return;
  }
  const weightS = last.weightS + read.weightS;
  const mean = (of: (moment: ColdMoment) => number) =>
    weightS === 0 ? of(read) : (last.weightS * of(last) + read.weightS * of(read)) / weightS;
  // It keeps where it began: the next one is measured from there.
  moments[moments.length - 1] = {
    start: last.start,
    sinceS: last.sinceS,
    coolantC: mean(({ coolantC }) => coolantC),
    neededLn: mean(({ neededLn }) => neededLn),
    weightS,
  };
}

function oneFor(factor: number): number {
  return Number.isNaN(factor) ? 1 : factor;
}

/** Where on a map’s axes a sample stands. */
function placeOf(samples: FitSamples, k: number, { x, y }: Grid): { readonly x: number; readonly y: number } {
  const low = samples.cell[k] as number;
  const [column, row] = [low % x.length, Math.floor(low / x.length)];
  const at = (axis: Float64Array, i: number, share: number) =>
    (axis[i] as number) + ((axis[i + 1] ?? (axis[i] as number)) - (axis[i] as number)) * share;
  return { x: at(x, column, samples.shareX[k] as number), y: at(y, row, samples.shareY[k] as number) };
}

/** The after-start that one start asked for. */
export interface AfterStartFound {
  readonly start: number;
  readonly coolantC: number;
  /** The factor at the moment it ran, and the time over which it fades, s. */
  readonly initial: number;
  readonly decayS: number;
  readonly seenS: number;
  /** The first moment that was read, s after it ran. */
  readonly seenFromS: number;
}

/** What cold running asks beside the map. */
export interface RunningFound {
  /** Logarithms of what each cell of warm-up would be, and its evidence, s. */
  readonly warmUpLn: Float64Array;
  readonly warmUpS: Float64Array;
  readonly afterStarts: readonly AfterStartFound[];
  /** RMS of what is left over of what was needed, a share. */
  readonly leftOver: number;
}

/** The decays that are tried: from 3 s to four minutes, each a tenth longer. */
const DECAYS_S = Array.from({ length: 47 }, (_, i) => 3 * 1.1 ** i);
/** A decay other than the one in use has to be worth it: so much of its squared logarithm counts as squared error, for each second. */
const DECAY_STAYS = 0.00015;
const ROUNDS = 6;
/** A cell of warm-up that less than this speaks for stays as it is, s. */
export const WARM_SPEAKS_S = 1;
const USUAL_DECAY_S = 15;
/** After-start is right where from so long after the start, s, each stretch of so long, s, lies within this of what it needed. */
const SETTLES_S = 3;
const STRETCH_S = 3;
const RIGHT_WITHIN_COLD = 0.06;
/** What fades over more than this share of what was seen cannot be told from what lasts. */
const FADES_WITHIN = 0.5;
/** With less lambda after a start nothing is said of it, s; and its beginning has to be seen by then, as a share of its decay. */
const LEAST_S = 4;
const SEEN_BY = 0.6;
const WARM_FIT = { smoothS: 2, stayS: 0.02, wildTimes: 1.5 } as const;

/**
 * Warm-up by coolant, and after-start by start, that together would have brought lambda to its target: the one lasts, the other
 * fades in a straight line.
 * @param moments what cold running needed, start by start in time.
 * @param changes what starts bound as running fuel took over.
 * @param now the curves as they are: warm-up’s cells are those that are told.
 */
export function runningFound(
  moments: readonly ColdMoment[],
  changes: readonly ChangeBounds[],
  now: RunningCurves,
): RunningFound {
  const { warmUp } = now;
  const byStart = momentsByStart(moments);
  const grid: Grid = { x: warmUp.x, y: Float64Array.of(0, 1), values: new Float64Array(2 * warmUp.x.length) };
  let warmLn: Float64Array = warmUp.values.map((value) => Math.log(value));
  let warmUpS: Float64Array = new Float64Array(warmUp.x.length);
  let afterStarts: AfterStartFound[] = [];
  // What lasts is seen late: after-start is what is left of the beginning.
  const late = byStart.flatMap((own) => own.filter(({ sinceS }) => sinceS > FADES_WITHIN * lastOf(own)));
  warmLn = warmCells(warmUp, fittedCells(warmSamples(late, new Map(), warmUp), grid, WARM_FIT));
  for (let round = 0; round < ROUNDS; round += 1) {
    const warm = { x: warmUp.x, values: warmLn };
    const seen = byStart.flatMap((own) => {
      const change = changes.find(({ start }) => start === own[0]?.start);
      return afterStartOf(own, change?.leastLn ?? -Infinity, warm, now) ?? [];
    });
    const unseen = changes.filter(({ start }) => seen.every((one) => one.start !== start));
    afterStarts = [...seen, ...unseen.flatMap((change) => died(change, warm, now))];
    const factors = new Map(afterStarts.map((one) => [one.start, one]));
    const samples = warmSamples(moments, factors, warmUp);
    const fitted = fittedCells(samples, grid, WARM_FIT);
    warmUpS = fitted.evidenceS.slice(0, warmUp.x.length);
    warmLn = warmCells(warmUp, fitted);
  }
  const warm = { x: warmUp.x, values: warmLn };
  const factors = new Map(afterStarts.map((one) => [one.start, one]));
  let [weight, squares] = [0, 0];
  for (const moment of moments) {
    const left =
      moment.neededLn - lookUpCurve(warm, moment.coolantC) - afterLn(factors.get(moment.start), moment);
    weight += moment.weightS;
    squares += moment.weightS * left * left;
  }
  return { warmUpLn: warmLn, warmUpS, afterStarts, leftOver: Math.sqrt(squares / weight) };
}

/** The curves as they are now. */
export interface RunningCurves {
  readonly warmUp: Curve;
  readonly afterStart: Curve | null;
  readonly afterStartDecay: Curve | null;
}

/** Logarithms of warm-up’s cells as a fit has them, where anything speaks for them; none leaner than warm. */
function warmCells({ values }: Curve, { change, evidenceS }: FittedCells): Float64Array {
  return values.map((value, i) =>
    Math.max(0, Math.log(value) + ((evidenceS[i] as number) > WARM_SPEAKS_S ? (change[i] as number) : 0)),
  );
}

function lastOf(own: readonly ColdMoment[]): number {
  return own.at(-1)?.sinceS ?? 0;
}

function momentsByStart(moments: readonly ColdMoment[]): ColdMoment[][] {
  const byStart = new Map<number, ColdMoment[]>();
  for (const moment of moments) {
    const own = byStart.get(moment.start);
    if (own === undefined) byStart.set(moment.start, [moment]);
    else own.push(moment);
  }
  return [...byStart.values()];
}

/** What after-start gives at a moment, as a logarithm; nothing of a start of which it is not known. */
function afterLn(found: AfterStartFound | undefined, { sinceS }: ColdMoment): number {
  if (found === undefined) return 0;
  return Math.log(1 + (found.initial - 1) * Math.max(0, 1 - sinceS / found.decayS));
}

/** The after-start that one start asked for beside warm-up; null where too little was seen of it. */
function afterStartOf(
  own: readonly ColdMoment[],
  leastLn: number,
  warm: Curve,
  now: RunningCurves,
): AfterStartFound | null {
  const [first] = own;
  const seenS = own.reduce((sum, { weightS }) => sum + weightS, 0);
  if (first === undefined || seenS < LEAST_S) return null;
  const usedS = usedDecayS(now, first.coolantC);
  const asIs = isRightAsIs(own, warm, now);
  if (asIs !== null && first.sinceS <= SEEN_BY * asIs.decayS)
    return { ...asIs, start: first.start, seenS, seenFromS: first.sinceS };
  const least = Math.max(0, Math.exp(leastLn - lookUpCurve(warm, first.coolantC)) - 1);
  const overs = own.map(({ coolantC, neededLn }) => Math.exp(neededLn - lookUpCurve(warm, coolantC)) - 1);
  let best: { readonly cost: number; readonly initial: number; readonly decayS: number } | null = null;
  for (const decayS of [...DECAYS_S, usedS].filter((one) => one <= FADES_WITHIN * lastOf(own))) {
    // needed ÷ warm-up − 1 = (initial − 1) · what is left of the decay
    let [products, squares, level] = [0, 0, 0];
    own.forEach(({ sinceS, weightS }, i) => {
      const left = Math.max(0, 1 - sinceS / decayS);
      const over = overs[i] as number;
      products += weightS * left * over;
      squares += weightS * left * left;
      level += weightS * over * over;
    });
    const extra = squares === 0 ? 0 : Math.max(least, products / squares);
    const stays = DECAY_STAYS * seenS * Math.log(decayS / usedS) ** 2;
    const cost = level - 2 * extra * products + extra * extra * squares + stays;
    if (best === null || cost < best.cost) best = { cost, initial: 1 + extra, decayS };
  }
  if (best === null || first.sinceS > SEEN_BY * best.decayS) return null;
  return { start: first.start, coolantC: first.coolantC, initial: best.initial, decayS: best.decayS, seenS, seenFromS: first.sinceS }; // prettier-ignore
}

/** More or less after-start for an engine that died as running fuel took over; nothing where it was neither too little nor too much. */
function died(
  { start, coolantC, givenLn, leastLn, mostLn }: ChangeBounds,
  warm: Curve,
  now: RunningCurves,
): AfterStartFound[] {
  const wantedLn = Math.min(mostLn, Math.max(leastLn, givenLn));
  if (wantedLn === givenLn) return [];
  const initial = Math.max(1, Math.exp(wantedLn - lookUpCurve(warm, coolantC)));
  return [{ start, coolantC, initial, decayS: usedDecayS(now, coolantC), seenS: 0, seenFromS: NaN }];
}

/** After-start as it is, where with it no stretch behind a start would lie off by more than what is right; null where one would. */
function isRightAsIs(
  own: readonly ColdMoment[],
  warm: Curve,
  now: RunningCurves,
): Pick<AfterStartFound, 'coolantC' | 'initial' | 'decayS'> | null {
  const coolantC = own[0]?.coolantC ?? NaN;
  if (now.afterStart === null) return null;
  const initial = lookUpCurve(now.afterStart, coolantC);
  const decayS = usedDecayS(now, coolantC);
  const stretches = new Map<number, { sum: number; weightS: number }>();
  for (const { sinceS, coolantC: at, neededLn, weightS } of own) {
    const stretch = Math.floor((sinceS - SETTLES_S) / STRETCH_S);
    if (stretch < 0) continue;
    const left =
      neededLn - lookUpCurve(warm, at) - Math.log(1 + (initial - 1) * Math.max(0, 1 - sinceS / decayS));
    const before = stretches.get(stretch) ?? { sum: 0, weightS: 0 };
    stretches.set(stretch, { sum: before.sum + weightS * left, weightS: before.weightS + weightS });
  }
  const isRight = [...stretches.values()].every(
    ({ sum, weightS }) => Math.abs(sum / weightS) < RIGHT_WITHIN_COLD,
  );
  return isRight ? { coolantC, initial, decayS } : null;
}

function usedDecayS({ afterStartDecay }: RunningCurves, coolantC: number): number {
  return afterStartDecay === null ? USUAL_DECAY_S : lookUpCurve(afterStartDecay, coolantC);
}

/** What is left for warm-up, as a change of its cells. */
function warmSamples(
  moments: readonly ColdMoment[],
  factors: ReadonlyMap<number, AfterStartFound>,
  warmUp: Curve,
): FitSamples {
  const samples = samplesRoom(moments.length);
  moments.forEach((moment, i) => {
    const column = intervalIndex(warmUp.x, moment.coolantC);
    samples.cell[i] = column;
    samples.shareX[i] = intervalFraction(warmUp.x, column, moment.coolantC);
    samples.error[i] =
      moment.neededLn -
      afterLn(factors.get(moment.start), moment) -
      Math.log(lookUpCurve(warmUp, moment.coolantC));
    samples.weightS[i] = moment.weightS;
  });
  return samples;
}
