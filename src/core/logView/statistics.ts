import type { LogColumn } from '../log';
import { type Extremes, rangeIn } from './extremes';

/** What a channel did in a stretch, in its own unit; all but the count NaN where nothing is known. */
export interface Statistics {
  /** Samples that are known. */
  readonly samples: number;
  readonly low: number;
  readonly high: number;
  /** Each sample counts for the time about it. */
  readonly mean: number;
  /** Standard deviation, weighted alike. */
  readonly spread: number;
  readonly first: number;
  readonly last: number;
}

/** A sample stands for no more than this, s, whatever the hole beside it. */
const LONGEST_S = 1;

/** How long a sample of a stretch stands for, s: half of the way to each neighbour in it. */
export function standsForS(timeS: Float64Array, i: number, from: number, to: number): number {
  const before = timeS[i > from ? i - 1 : from] as number;
  const after = timeS[i < to ? i + 1 : to] as number;
  return Math.min(LONGEST_S, (after - before) / 2);
}

/** What is known of some samples together: how many, for how long, their mean, and the sum of squares about it. */
interface Moment {
  samples: number;
  weight: number;
  mean: number;
  squares: number;
}

/** Moments of so many samples each are told from one another. */
const STRETCH = 256;

/** A column with the moments of its stretches, so that those of any part of it are told from a few numbers. */
export interface Moments {
  readonly timeS: Float64Array;
  readonly extremes: Extremes;
  /** Samples, weight, mean and squares of each stretch, one behind the other. */
  readonly stretches: Float64Array;
}

const FIELDS = 4;

/** The moments of a column. */
export function momentsOf(timeS: Float64Array, extremes: Extremes): Moments {
  const { values } = extremes;
  const stretches = new Float64Array(Math.ceil(values.length / STRETCH) * FIELDS);
  const last = values.length - 1;
  for (let k = 0; k * STRETCH < values.length; k += 1) {
    const moment = noMoment();
    const end = Math.min(last, (k + 1) * STRETCH - 1);
    for (let i = k * STRETCH; i <= end; i += 1)
      take(moment, values[i] as number, standsForS(timeS, i, 0, last));
    stretches.set([moment.samples, moment.weight, moment.mean, moment.squares], k * FIELDS);
  }
  return { timeS, extremes, stretches };
}

const noMoment = (): Moment => ({ samples: 0, weight: 0, mean: 0, squares: 0 });

/** Takes in one sample. West’s update: large numbers that hardly differ lose nothing. */
function take(into: Moment, value: number, weight: number): void {
  if (Number.isNaN(value)) return;
  into.samples += 1;
  into.weight += weight;
  if (into.weight === 0) into.mean = value;
  if (weight === 0) return;
  const off = value - into.mean;
  into.mean += (off * weight) / into.weight;
  into.squares += weight * off * (value - into.mean);
}

/** Takes in a stretch whose moments are known [Chan, Golub and LeVeque]. */
function takeStretch(into: Moment, stretches: Float64Array, k: number): void {
  const at = k * FIELDS;
  const [weight, mean] = [stretches[at + 1] as number, stretches[at + 2] as number];
  into.samples += stretches[at] as number;
  if (weight === 0) return;
  const whole = into.weight + weight;
  const off = mean - into.mean;
  into.squares += (stretches[at + 3] as number) + (off * off * into.weight * weight) / whole;
  into.mean += (off * weight) / whole;
  into.weight = whole;
}

/** The statistics of the samples from one to another, both inside. */
export function statisticsIn({ timeS, extremes, stretches }: Moments, from: number, to: number): Statistics {
  const { values } = extremes;
  const moment = noMoment();
  // The samples at the ends stand for half as long as they do within the log.
  const inside = { from: Math.ceil((from + 1) / STRETCH), to: Math.floor(to / STRETCH) };
  const each = (first: number, last: number) => {
    for (let i = first; i <= last; i += 1) {
      take(moment, values[i] as number, from === to ? 1 : standsForS(timeS, i, from, to));
    }
  };
  if (inside.to > inside.from) {
    each(from, inside.from * STRETCH - 1);
    for (let k = inside.from; k < inside.to; k += 1) takeStretch(moment, stretches, k);
    each(inside.to * STRETCH, to);
  } else each(from, to);
  const { low, high } = rangeIn(extremes, from, to + 1);
  const isKnown = moment.samples > 0;
  return {
    samples: moment.samples,
    low,
    high,
    mean: isKnown ? moment.mean : NaN,
    spread: !isKnown ? NaN : moment.weight === 0 ? 0 : Math.sqrt(Math.max(0, moment.squares / moment.weight)),
    first: knownFrom(values, from, to, 1),
    last: knownFrom(values, to, from, -1),
  };
}

/** The first value that is known on the way from one sample to another; NaN where none is. */
function knownFrom(values: LogColumn, from: number, to: number, step: 1 | -1): number {
  for (let i = from; step * (to - i) >= 0; i += step) {
    if (!Number.isNaN(values[i])) return values[i] as number;
  }
  return NaN;
}
