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
  const samples = heardSamples(readings);
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
