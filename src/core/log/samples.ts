import { intervalFraction, intervalIndex } from '../numeric';
import { delayAtS, type LambdaDelay, TimeWalk } from './delay';
import { LEFT_OUT_REASONS, type LeftOut, nothingLeftOut } from './leftOut';
import type { MapTask } from './mapTask';
import { KEPT, reasonCode, type Readings, type SensorReadings } from './readings';
import { LEAST_STEADY } from './steadiness';

/** A sample stands for no more than this, s, whatever the gap behind it. */
const LONGEST_S = 0.25;
/** How far beyond the ends of its axes a map is still taken to say something, as a share of the last interval. */
const BEYOND = 0.25;

/** What is left of a log: a point on the map each, by how much it is off there, and how long it stands for. */
export interface Samples {
  readonly count: number;
  /** Lower left of the four cells read. */
  readonly cell: Int32Array;
  readonly shareX: Float64Array;
  readonly shareY: Float64Array;
  /** Logarithm of what the filling must be multiplied by. */
  readonly error: Float64Array;
  readonly weightS: Float64Array;
  /** Logarithm of the filling that was driven with over the map as it is now. */
  readonly driven: Float64Array;
  /** Their places in the log. */
  readonly at: Int32Array;
  /** The error by each sensor; NaN where it is not believed, or at an end of what it can say. */
  readonly apart: readonly { readonly sensor: number; readonly errors: Float64Array }[];
  readonly leftOut: LeftOut;
  /** Of each sample of the log: the index of the reason that left it out, or {@link KEPT}. */
  readonly why: Int8Array;
  /** Weight that each cell would have if all warm running on fuel were steady, s: where the drive was. */
  readonly crossedS: Float64Array;
}

/** Samples as a map is fitted to them. */
export type FitSamples = Omit<Samples, 'leftOut' | 'why' | 'crossedS' | 'at' | 'apart'>;

/** Room for so many samples, all of them nothing. */
export function samplesRoom(count: number): FitSamples {
  return {
    count,
    cell: new Int32Array(count),
    shareX: new Float64Array(count),
    shareY: new Float64Array(count),
    error: new Float64Array(count),
    weightS: new Float64Array(count),
    driven: new Float64Array(count),
  };
}

/** Samples of several logs as those of one; of one they are taken as they are. */
export function joinedSamples(all: readonly FitSamples[]): FitSamples {
  const [only] = all;
  if (only !== undefined && all.length === 1) return only;
  const count = all.reduce((sum, samples) => sum + samples.count, 0);
  const into = samplesRoom(count);
  let at = 0;
  for (const samples of all) {
    for (const part of ['cell', 'shareX', 'shareY', 'error', 'weightS', 'driven'] as const)
      into[part].set(samples[part].subarray(0, samples.count), at);
    at += samples.count;
  }
  return into;
}

/** Times of a log, s. */
export interface TimeSpan {
  readonly fromS: number;
  readonly toS: number;
}

/** A whole log, however long. */
export const ALWAYS: TimeSpan = { fromS: -Infinity, toS: Infinity };

/**
 * The samples that say something about the map, under a delay of the lambda reading.
 * @param within only those from its beginning on and before its end; what is read later is still looked up.
 * @param apart what each sensor says by itself, where that is asked for.
 */
export function samplesOf(
  readings: Readings,
  { grid }: MapTask,
  delay: LambdaDelay,
  within: TimeSpan = ALWAYS,
  apart: readonly SensorReadings[] = [],
): Samples {
  const { timeS, speedRpm, load, measured, wanted, flowGPerS, steady, reason } = readings;
  const { driven, gain } = readings;
  const { length } = timeS;
  const width = grid.x.length;
  const walk = new TimeWalk(timeS);
  const bySensor = apart.map((sensor) => ({
    ...sensor,
    walk: new TimeWalk(timeS),
    errors: new Float64Array(length),
  }));
  const samples = {
    at: new Int32Array(length),
    cell: new Int32Array(length),
    shareX: new Float64Array(length),
    shareY: new Float64Array(length),
    error: new Float64Array(length),
    weightS: new Float64Array(length),
    driven: new Float64Array(length),
  };
  const whys = new Int8Array(length).fill(KEPT);
  const left = new Float64Array(LEFT_OUT_REASONS.length);
  const crossedS = new Float64Array(width * grid.y.length);
  let count = 0;
  for (let i = 0; i < length; i += 1) {
    const atS = timeS[i] as number;
    if (atS < within.fromS || atS >= within.toS) continue;
    const standsS = Math.min(LONGEST_S, i + 1 < length ? (timeS[i + 1] as number) - atS : 0);
    const x = speedRpm[i] as number;
    const y = load[i] as number;
    const column = intervalIndex(grid.x, x);
    const row = intervalIndex(grid.y, y);
    const shareX = intervalFraction(grid.x, column, x);
    const shareY = intervalFraction(grid.y, row, y);
    let why = reason[i] as number;
    let error = 0;
    const delayS = delayAtS(delay, flowGPerS[i] as number);
    if (why === KEPT) {
      error = walk.read(measured, atS + delayS) + (wanted[i] as number);
      if (Number.isNaN(error)) why = reasonCode('noLambda');
      else if ((steady[i] as number) < LEAST_STEADY) why = reasonCode('unsteady');
      else if (isBeyond(grid.x, x) || isBeyond(grid.y, y)) why = reasonCode('beyondMap');
    }
    const low = column + width * row;
    if (why === KEPT || why === reasonCode('unsteady'))
      addShares(crossedS, low, width, shareX, shareY, standsS);
    whys[i] = why;
    if (why !== KEPT) {
      left[why] = (left[why] as number) + standsS;
      continue;
    }
    const by = gain[i] as number;
    for (const sensor of bySensor) {
      const { measured: own, trimmedMore } = sensor;
      sensor.errors[count] =
        sensor.walk.read(own, atS + delayS) + (wanted[i] as number) + (trimmedMore[i] as number);
    }
    samples.at[count] = i;
    samples.cell[count] = low;
    samples.shareX[count] = shareX;
    samples.shareY[count] = shareY;
    samples.error[count] = by * error;
    // What a map has half its part in says a quarter as much of it.
    samples.weightS[count] = (standsS * (steady[i] as number)) / (by * by);
    samples.driven[count] = by * (driven[i] as number);
    count += 1;
  }
  const leftOut = nothingLeftOut();
  LEFT_OUT_REASONS.forEach((id, i) => (leftOut[id] = left[i] as number));
  return {
    count,
    ...samples,
    apart: bySensor.map(({ sensor, errors }) => ({ sensor, errors })),
    leftOut,
    why: whys,
    crossedS,
  };
}

/** Adds a weight to the four cells of a point, by their shares. */
export function addShares(
  into: Float64Array,
  low: number,
  width: number,
  shareX: number,
  shareY: number,
  weight: number,
): void {
  const right = weight * shareX;
  const left = weight - right;
  into[low] = (into[low] as number) + left * (1 - shareY);
  into[low + 1] = (into[low + 1] as number) + right * (1 - shareY);
  into[low + width] = (into[low + width] as number) + left * shareY;
  into[low + width + 1] = (into[low + width + 1] as number) + right * shareY;
}

function isBeyond(axis: Float64Array, value: number): boolean {
  const last = axis.length - 1;
  const [first, second] = [axis[0] as number, axis[1] as number];
  const [before, end] = [axis[last - 1] as number, axis[last] as number];
  return value < first - BEYOND * (second - first) || value > end + BEYOND * (end - before);
}
