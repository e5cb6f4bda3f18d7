import { cellEvidence, fittedCells, type FitSamples, samplesRoom } from '../../log';
import { type Curve, type Grid, intervalFraction, intervalIndex, lookUpCurve } from '../../numeric';
import {
  type AfterStartFound,
  afterStartAsked,
  afterStartLn,
  coldStarts,
  lastingOf,
  type RunningCurves,
  settled,
  STRETCH_S,
  type Trust,
} from './afterStart';
import type { ChangeBounds } from './changeBounds';
import type { ColdMoment } from './coldRunning';

/** What cold running asks beside the map. */
export interface RunningFound {
  /** Logarithms of what each cell of warm-up would be, and its evidence, s. */
  readonly warmUpLn: Float64Array;
  readonly warmUpS: Float64Array;
  readonly afterStarts: readonly AfterStartFound[];
  /** RMS of what is left over of what was needed, a share. */
  readonly leftOver: number;
}

/** The one is found beside the other so often. */
const ROUNDS = 8;
/** A cell of warm-up that less than this speaks for stays as it is, s. */
export const WARM_SPEAKS_S = 1;
const WARM_FIT = { smoothS: 2, stayS: 0.02, wildTimes: 4 } as const;
/** A stretch that lies so far off, as a logarithm, has its own weight; one that lies farther has more, up to so many times. */
const OFF = { slight: 0.01, usual: 0.03, most: 6 } as const;

/**
 * Warm-up by coolant, and after-start by how cold it began, that together would have brought lambda to its target: the one lasts,
 * the other fades in a straight line. What fuel on cold walls asks fades otherwise: what is then left is spread, for the stretch
 * that lies farthest off is what is felt.
 * @param moments what cold running needed, start by start in time.
 * @param changes what starts bound as running fuel took over.
 * @param now the curves as they are: warm-up’s cells are those that are told.
 * @param alike how far what a start needed holds for the curves of now: what is on the walls depends on what was given.
 */
export function runningFound(
  moments: readonly ColdMoment[],
  changes: readonly ChangeBounds[],
  now: RunningCurves,
  alike: (start: number) => number = () => 1,
): RunningFound {
  const { warmUp } = now;
  const cold = coldStarts(moments, changes);
  const warmUpS = cellEvidence(warmSamples(moments, new Map(), warmUp), warmGrid(warmUp)).evidenceS.slice(
    0,
    warmUp.x.length,
  );
  const isAlike: Trust = ({ start }) => alike(start);
  const lasting = cold.flatMap(lastingOf);
  let warmLn = fittedWarmUp(warmUp, warmSamples(lasting, new Map(), warmUp), warmUpS);
  let afterStarts: readonly AfterStartFound[] = [];
  let trust = isAlike;
  for (let round = 0; round < ROUNDS; round += 1) {
    const warm = { x: warmUp.x, values: warmLn };
    afterStarts = cold.flatMap((group) => afterStartAsked(group, warm, now, isAlike, trust) ?? []);
    const found = byStart(afterStarts);
    const offs = offByStretch(moments, warm, found);
    trust = (moment) => alike(moment.start) * (offs.get(stretchOf(moment)) ?? 1);
    const trusted = moments.map((one) => ({ ...one, weightS: one.weightS * settled(one) * trust(one) }));
    warmLn = fittedWarmUp(warmUp, warmSamples(trusted, found, warmUp), warmUpS);
  }
  const found = byStart(afterStarts);
  const warm = { x: warmUp.x, values: warmLn };
  let [weight, squares] = [0, 0];
  for (const moment of moments) {
    weight += moment.weightS;
    squares += moment.weightS * leftOf(moment, warm, found) ** 2;
  }
  return { warmUpLn: warmLn, warmUpS, afterStarts, leftOver: Math.sqrt(squares / weight) };
}

type FoundByStart = ReadonlyMap<number, AfterStartFound>;

function byStart(afterStarts: readonly AfterStartFound[]): FoundByStart {
  return new Map(afterStarts.flatMap((one) => one.starts.map((start) => [start, one] as const)));
}

/** What a moment needed beside what is found, as a logarithm. */
function leftOf(moment: ColdMoment, warm: Curve, found: FoundByStart): number {
  return moment.neededLn - lookUpCurve(warm, moment.coolantC) - afterStartLn(found.get(moment.start), moment);
}

/** No start is longer than so many stretches: a week. */
const MOST_STRETCHES = 200_000;

function stretchOf({ start, sinceS }: ColdMoment): number {
  return start * MOST_STRETCHES + Math.floor(sinceS / STRETCH_S);
}

/** The weight of each stretch by how far it lies off. */
function offByStretch(
  moments: readonly ColdMoment[],
  warm: Curve,
  found: FoundByStart,
): ReadonlyMap<number, number> {
  const sums = new Map<number, { sum: number; weightS: number }>();
  for (const moment of moments) {
    const key = stretchOf(moment);
    const of = sums.get(key) ?? { sum: 0, weightS: 0 };
    of.sum += moment.weightS * leftOf(moment, warm, found);
    of.weightS += moment.weightS;
    sums.set(key, of);
  }
  return new Map(
    [...sums].map(([key, { sum, weightS }]) => [
      key,
      weightS === 0 ? 1 : Math.min(OFF.most, (OFF.slight + Math.abs(sum / weightS)) / OFF.usual),
    ]),
  );
}

/** Warm-up as a map of one row, which the fit of maps reads. */
function warmGrid({ x }: Curve): Grid {
  return { x, y: Float64Array.of(0, 1), values: new Float64Array(2 * x.length) };
}

/** Logarithms of warm-up’s cells as they fit, where anything speaks for them; none leaner than warm. */
function fittedWarmUp(warmUp: Curve, samples: FitSamples, evidenceS: Float64Array): Float64Array {
  const { change } = fittedCells(samples, warmGrid(warmUp), WARM_FIT);
  return warmUp.values.map((value, i) =>
    Math.max(0, Math.log(value) + ((evidenceS[i] as number) > WARM_SPEAKS_S ? (change[i] as number) : 0)),
  );
}

/** What is left for warm-up, as a change of its cells. */
function warmSamples(moments: readonly ColdMoment[], found: FoundByStart, warmUp: Curve): FitSamples {
  const samples = samplesRoom(moments.length);
  const nowLn = { x: warmUp.x, values: warmUp.values.map(Math.log) };
  moments.forEach((moment, i) => {
    const column = intervalIndex(warmUp.x, moment.coolantC);
    samples.cell[i] = column;
    samples.shareX[i] = intervalFraction(warmUp.x, column, moment.coolantC);
    samples.error[i] = leftOf(moment, nowLn, found);
    samples.weightS[i] = moment.weightS;
  });
  return samples;
}
