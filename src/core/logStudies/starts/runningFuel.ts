import { cellEvidence, fittedCells, type FitSamples, samplesRoom } from '../../log';
import { type Curve, type Grid, intervalFraction, intervalIndex, lookUpCurve } from '../../numeric';
import {
  type AfterStartFound,
  afterStartAsked,
  afterStartLn,
  coldStarts,
  lastingOf,
  readStarts,
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
  const everyOne = readWarm(moments, warmUp);
  const warmUpS = cellEvidence(everyOne, warmGrid(warmUp)).evidenceS.slice(0, warmUp.x.length);
  const alikes = new Map(cold.flatMap(({ starts }) => starts.map((start) => [start, alike(start)])));
  const isAlike: Trust = ({ start }) => alikes.get(start) ?? 1;
  const read = cold.map((group) => readStarts(group, now, isAlike));
  const lasting = cold.flatMap(lastingOf);
  let warmLn = fittedWarmUp(warmUp, readWarm(lasting, warmUp), warmUpS);
  let afterStarts: readonly AfterStartFound[] = [];
  let trust = isAlike;
  for (let round = 0; round < ROUNDS; round += 1) {
    const warm = { x: warmUp.x, values: warmLn };
    afterStarts = read.flatMap((group) => afterStartAsked(group, warm, trust) ?? []);
    const found = byStart(afterStarts);
    const offs = offByStretch(moments, warm, found);
    trust = (moment) => isAlike(moment) * (offs.get(moment.start)?.[stretchOf(moment.sinceS)] ?? 1);
    warmLn = fittedWarmUp(warmUp, besideAfterStart(everyOne, moments, found, trust), warmUpS);
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

/** Which stretch behind its start a moment is in. */
function stretchOf(sinceS: number): number {
  return Math.floor(sinceS / STRETCH_S);
}

/** The weight of each stretch of each start, by how far it lies off. */
function offByStretch(
  moments: readonly ColdMoment[],
  warm: Curve,
  found: FoundByStart,
): ReadonlyMap<number, readonly number[]> {
  const sums = new Map<number, { readonly off: number[]; readonly weightS: number[] }>();
  for (const moment of moments) {
    const { start, sinceS, weightS } = moment;
    const stretch = stretchOf(sinceS);
    const of = sums.get(start) ?? { off: [], weightS: [] };
    of.off[stretch] = (of.off[stretch] ?? 0) + weightS * leftOf(moment, warm, found);
    of.weightS[stretch] = (of.weightS[stretch] ?? 0) + weightS;
    sums.set(start, of);
  }
  return new Map(
    [...sums].map(([start, { off, weightS }]) => [
      start,
      off.map((sum, i) => {
        const weight = weightS[i] as number;
        return weight === 0 ? 1 : Math.min(OFF.most, (OFF.slight + Math.abs(sum / weight)) / OFF.usual);
      }),
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

/** What moments ask of warm-up as a change of its cells, were all of it warm-up’s. */
function readWarm(moments: readonly ColdMoment[], warmUp: Curve): FitSamples {
  const samples = samplesRoom(moments.length);
  const nowLn = { x: warmUp.x, values: warmUp.values.map(Math.log) };
  moments.forEach((moment, i) => {
    const column = intervalIndex(warmUp.x, moment.coolantC);
    samples.cell[i] = column;
    samples.shareX[i] = intervalFraction(warmUp.x, column, moment.coolantC);
    samples.error[i] = leftOf(moment, nowLn, new Map());
    samples.weightS[i] = moment.weightS;
  });
  return samples;
}

/** The same beside after-start; trust, and how settled the engine was, weigh it. */
function besideAfterStart(
  read: FitSamples,
  moments: readonly ColdMoment[],
  found: FoundByStart,
  trust: Trust,
): FitSamples {
  const weightS = new Float64Array(read.count);
  const error = new Float64Array(read.count);
  moments.forEach((moment, i) => {
    error[i] = (read.error[i] as number) - afterStartLn(found.get(moment.start), moment);
    weightS[i] = (read.weightS[i] as number) * settled(moment) * trust(moment);
  });
  return { ...read, error, weightS };
}
