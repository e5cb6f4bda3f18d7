import { type Grid, intervalIndex } from '../numeric';
import type { MapTask } from './mapTask';
import { KEPT, type Readings } from './readings';
import { LEAST_STEADY } from './steadiness';

/**
 * How long after its injection a mixture is read: a fixed time and one that the air pushes through, the delay at a flow being
 * fixedS + airG / flow. It holds the cycle, the pipe and the sensor together.
 */
export interface LambdaDelay {
  readonly fixedS: number;
  readonly airG: number;
}

interface Range {
  readonly from: number;
  readonly to: number;
}

/** The delay at an air flow, s; no slower flow than this counts, g/s. */
const LEAST_FLOW_G_PER_S = 1;
/** Delays that are tried first, and how often the search draws together about the best. */
const FIRST: { readonly fixedS: Range; readonly airG: Range } = {
  fixedS: { from: 0, to: 0.5 },
  airG: { from: 0, to: 3 },
};
const STEPS = 6;
const ROUNDS = 4;
/** What is usual, and how far from it engines are: counts as much as so many independent readings would. */
const USUAL = { fixedS: { at: 0.15, spread: 0.06 }, airG: { at: 0.9, spread: 0.6 } } as const;
/** The delay that is taken where nothing tells another. */
export const USUAL_DELAY: LambdaDelay = { fixedS: USUAL.fixedS.at, airG: USUAL.airG.at };
/** A tenth of a per cent of lambda, squared: nobody reads it better. */
const LEAST_SCATTER = 1e-6;
/** Readings hold together for so long, s: a sample of a quick log is not an independent one. */
const TOGETHER_S = 0.7;
/** So many samples are enough to hear a delay in; longer logs are heard in parts. */
const HEARD = 12_000;
const PARTS = 12;

/** The delay at an air flow, s. */
export function delayAtS({ fixedS, airG }: LambdaDelay, flowGPerS: number): number {
  return fixedS + airG / Math.max(LEAST_FLOW_G_PER_S, flowGPerS);
}

/** Walks through the samples of a log to those about a time; times asked for hardly ever go back. */
export class TimeWalk {
  private at = 0;

  constructor(private readonly timeS: Float64Array) {}

  /** Goes on from a sample that the times asked for lie behind, without a step to each on the way there. */
  goTo(sample: number): void {
    this.at = Math.max(this.at, Math.min(sample, this.timeS.length - 2));
  }

  /** A column at a time, between its samples; NaN beyond the ends. */
  read(values: Float64Array, atS: number): number {
    const { timeS } = this;
    const last = timeS.length - 2;
    while (this.at < last && (timeS[this.at + 1] as number) < atS) this.at += 1;
    while (this.at > 0 && (timeS[this.at] as number) > atS) this.at -= 1;
    const fromS = timeS[this.at] as number;
    const toS = timeS[this.at + 1] as number;
    if (!(atS >= fromS && atS <= toS)) return NaN;
    const share = (atS - fromS) / (toS - fromS);
    return (values[this.at] as number) * (1 - share) + (values[this.at + 1] as number) * share;
  }
}

/**
 * The delay under which what is measured fits best to what was injected: under each delay that is tried every cell is given
 * its mean error, and what is left over is compared. Steps of the target and ways across cells tell; where little changes every
 * delay fits, and what is usual is taken.
 */
export function foundDelay(readings: Readings, { grid }: MapTask): LambdaDelay {
  const heard = heardCells(readings, grid);
  // How much a reading scatters, and how many of them speak: what a delay leaves over is weighed in these.
  const scatter = Math.max(LEAST_SCATTER, leftOver(readings, heard, USUAL_DELAY));
  const independent = heard.samples.length / Math.max(1, TOGETHER_S / sampleS(readings));
  let best: LambdaDelay = USUAL_DELAY;
  let least = Infinity;
  let [fixedS, airG] = [FIRST.fixedS, FIRST.airG];
  for (let round = 0; round < ROUNDS; round += 1) {
    for (const fixed of stepsOf(fixedS)) {
      for (const air of stepsOf(airG)) {
        const delay = { fixedS: fixed, airG: air };
        const left = (leftOver(readings, heard, delay) / scatter) * independent + unusual(delay);
        if (left < least) [least, best] = [left, delay];
      }
    }
    fixedS = about(best.fixedS, fixedS);
    airG = about(best.airG, airG);
  }
  return best;
}

/** What one flow of air by itself says of the delay. */
export interface DelaySeen {
  readonly flowGPerS: number;
  readonly delayS: number;
  /** Delays that fit about as well, two standard errors to either side, s. */
  readonly fromS: number;
  readonly toS: number;
}

/** Flows are heard by themselves in so many parts, each with delays so far apart, s, up to the latest. */
const SEEN = { parts: 6, stepS: 0.03, latestS: 1.8, fewest: 60 } as const;
/** Two standard errors: what a delay leaves over is more by so much, in what one independent reading does. */
const TWO_ERRORS = 4;
/** A delay that may lie within a wider range than this is not seen, s. */
const WIDEST_S = 0.35;

/**
 * The delay by flow, each part of the flows heard by itself: what the two numbers of {@link foundDelay} are drawn through.
 * Parts in which too little changes to see one are left away.
 */
export function delaySeen(readings: Readings, { grid }: MapTask): DelaySeen[] {
  const flowOf = (i: number) => readings.flowGPerS[i] as number;
  const samples = heardSamples(readings).sort((a, b) => flowOf(a) - flowOf(b));
  const each = Math.floor(samples.length / SEEN.parts);
  if (each < SEEN.fewest) return [];
  const parts = Array.from({ length: SEEN.parts }, (_, k) => samples.slice(k * each, (k + 1) * each).sort());
  return parts.flatMap((part) => {
    const heard = heardOf(readings, grid, part);
    const lefts = Array.from({ length: Math.ceil(SEEN.latestS / SEEN.stepS) }, (_, k) =>
      leftOver(readings, heard, { fixedS: k * SEEN.stepS, airG: 0 }),
    );
    const least = Math.min(...lefts);
    const independent = part.length / Math.max(1, TOGETHER_S / sampleS(readings));
    const aboutAsWell = (left: number) =>
      left <= least + (TWO_ERRORS / independent) * Math.max(LEAST_SCATTER, least);
    const fromS = lefts.findIndex(aboutAsWell) * SEEN.stepS;
    const toS = lefts.map(aboutAsWell).lastIndexOf(true) * SEEN.stepS;
    const delayS = lowestOf(lefts, lefts.indexOf(least)) * SEEN.stepS;
    const meanOf = (values: Float64Array) =>
      part.reduce((sum, i) => sum + (values[i] as number), 0) / part.length;
    // A mixture is not read before its cycle is over: what seems to be is something else that swings.
    const cycleS = 120 / meanOf(readings.speedRpm);
    if (!(toS - fromS <= WIDEST_S && delayS >= cycleS)) return [];
    return [
      {
        flowGPerS: meanOf(readings.flowGPerS),
        delayS,
        fromS: Math.min(fromS, delayS),
        toS: Math.max(toS, delayS),
      },
    ];
  });
}

/** Where a parabola through the least and its neighbours is lowest, in places. */
function lowestOf(values: readonly number[], at: number): number {
  const [before, here, after] = [values[at - 1], values[at], values[at + 1]];
  if (before === undefined || here === undefined || after === undefined) return at;
  const bend = before - 2 * here + after;
  return bend > 0 ? at + (before - after) / (2 * bend) : at;
}

/** How far a delay is from what is usual. */
function unusual({ fixedS, airG }: LambdaDelay): number {
  return (
    ((fixedS - USUAL.fixedS.at) / USUAL.fixedS.spread) ** 2 +
    ((airG - USUAL.airG.at) / USUAL.airG.spread) ** 2
  );
}

/** The usual time from sample to sample, s. */
function sampleS({ timeS }: Readings): number {
  const last = timeS.length - 1;
  return last < 1 ? 1 : ((timeS[last] as number) - (timeS[0] as number)) / last;
}

/** Samples that are compared, the cell nearest to each, and rooms that are used again. */
interface Heard {
  readonly samples: Int32Array;
  readonly cells: Int32Array;
  readonly errors: Float64Array;
  readonly sum: Float64Array;
  readonly count: Float64Array;
}

function heardCells(readings: Readings, grid: Grid): Heard {
  return heardOf(readings, grid, heardSamples(readings));
}

function heardOf(readings: Readings, grid: Grid, samples: Int32Array): Heard {
  const width = grid.x.length;
  const at = (i: number) =>
    nearest(grid.x, readings.speedRpm[i] as number) + width * nearest(grid.y, readings.load[i] as number);
  return {
    samples,
    cells: samples.map(at),
    errors: new Float64Array(samples.length),
    sum: new Float64Array(width * grid.y.length),
    count: new Float64Array(width * grid.y.length),
  };
}

/** Mean square of the errors about the mean of their cells, under a delay. */
function leftOver(
  readings: Readings,
  { samples, cells, errors, sum, count }: Heard,
  delay: LambdaDelay,
): number {
  const walk = new TimeWalk(readings.timeS);
  sum.fill(0);
  count.fill(0);
  for (let k = 0; k < samples.length; k += 1) {
    const i = samples[k] as number;
    walk.goTo(i);
    const atS = (readings.timeS[i] as number) + delayAtS(delay, readings.flowGPerS[i] as number);
    const error = walk.read(readings.measured, atS) + (readings.wanted[i] as number);
    errors[k] = error;
    if (Number.isNaN(error)) continue;
    const cell = cells[k] as number;
    sum[cell] = (sum[cell] as number) + error;
    count[cell] = (count[cell] as number) + 1;
  }
  let squares = 0;
  let all = 0;
  for (let k = 0; k < samples.length; k += 1) {
    const error = errors[k] as number;
    if (Number.isNaN(error)) continue;
    const cell = cells[k] as number;
    const off = error - (sum[cell] as number) / (count[cell] as number);
    squares += off * off;
    all += 1;
  }
  return all === 0 ? Infinity : squares / all;
}

function stepsOf({ from, to }: Range): number[] {
  return Array.from({ length: STEPS }, (_, i) => from + ((to - from) * i) / (STEPS - 1));
}

function about(centre: number, { from, to }: Range): Range {
  const half = (1.5 * (to - from)) / (STEPS - 1);
  return { from: Math.max(0, centre - half), to: centre + half };
}

function nearest(axis: Float64Array, value: number): number {
  const i = intervalIndex(axis, value);
  const next = axis[i + 1] ?? Infinity;
  return value - (axis[i] as number) > next - value ? i + 1 : i;
}

/** Samples that may be compared; of a long log, some whole stretches spread over it. */
function heardSamples({ reason, timeS, steady }: Readings): Int32Array {
  const { length } = timeS;
  const part = Math.floor(HEARD / PARTS);
  const heard = new Int32Array(Math.min(length, HEARD + PARTS));
  let count = 0;
  for (let i = 0; i < length && count < heard.length; i += 1) {
    const within = length <= HEARD || i % Math.floor(length / PARTS) < part;
    if (!within || reason[i] !== KEPT || (steady[i] as number) < LEAST_STEADY) continue;
    heard[count] = i;
    count += 1;
  }
  return heard.slice(0, count);
}
