import type { LogColumn } from '../log';

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

/** The statistics of the samples from one to another, both inside. */
export function statisticsOf(timeS: Float64Array, values: LogColumn, from: number, to: number): Statistics {
  let [samples, low, high, first, last] = [0, NaN, NaN, NaN, NaN];
  let [weight, mean, squares] = [0, 0, 0];
  for (let i = from; i <= to; i += 1) {
    const value = values[i] as number;
    if (Number.isNaN(value)) continue;
    if (samples === 0) first = value;
    samples += 1;
    last = value;
    if (!(low <= value)) low = value;
    if (!(high >= value)) high = value;
    const standsS =
      i === from && i === to
        ? 1
        : Math.min(
            LONGEST_S,
            (timeS[Math.min(to, i + 1)] as number) - (timeS[Math.max(from, i - 1)] as number),
          );
    // West’s update: large numbers that hardly differ lose nothing.
    weight += standsS;
    if (weight === 0) continue;
    const off = value - mean;
    mean += (off * standsS) / weight;
    squares += standsS * off * (value - mean);
  }
  const isKnown = samples > 0;
  return {
    samples,
    low,
    high,
    mean: isKnown ? mean : NaN,
    spread: isKnown ? Math.sqrt(Math.max(0, squares / weight)) : NaN,
    first,
    last,
  };
}
