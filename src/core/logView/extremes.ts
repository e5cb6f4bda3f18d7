import type { LogColumn } from '../log';

/** Each level holds the lowest and highest of so many values of the level below. */
export const STRETCH = 16;

interface Level {
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/**
 * A column with its lowest and highest by stretches, stretches of stretches and so on, so that those of any stretch are told
 * from a few numbers. What is unknown (NaN) is left out. An eighth of the column on top of it.
 */
export interface Extremes {
  readonly values: LogColumn;
  readonly levels: readonly Level[];
}

/** The extremes of a column. */
export function extremesOf(values: LogColumn): Extremes {
  const levels: Level[] = [];
  let below: Level | null = null;
  for (let length = values.length; length > STRETCH; length = Math.ceil(length / STRETCH)) {
    below = levelOver(below?.low ?? values, below?.high ?? values);
    levels.push(below);
  }
  return { values, levels };
}

function levelOver(lows: LogColumn, highs: LogColumn): Level {
  const length = Math.ceil(lows.length / STRETCH);
  const level = { low: new Float32Array(length), high: new Float32Array(length) };
  for (let k = 0; k < length; k += 1) {
    let low = NaN;
    let high = NaN;
    const end = Math.min(lows.length, (k + 1) * STRETCH);
    for (let i = k * STRETCH; i < end; i += 1) {
      const one = lows[i] as number;
      const other = highs[i] as number;
      if (!(low <= one) && one === one) low = one;
      if (!(high >= other) && other === other) high = other;
    }
    level.low[k] = low;
    level.high[k] = high;
  }
  return level;
}

/** The lowest and the highest found so far. */
export interface Range {
  low: number;
  high: number;
}

/** The lowest and highest of the samples from one up to, not with, another; NaN where none is known. */
export function rangeIn(
  extremes: Extremes,
  from: number,
  to: number,
  into: Range = { low: NaN, high: NaN },
): Range {
  into.low = NaN;
  into.high = NaN;
  spread(extremes, Math.max(0, from), Math.min(extremes.values.length, to), into);
  return into;
}

/** Takes in the items of a level from one up to another: those at the ends by themselves, those between by the level above. */
function spread({ values, levels }: Extremes, from: number, to: number, into: Range): void {
  let first = from;
  let last = to;
  for (let level = -1; ; level += 1) {
    const own = levels[level];
    const lows = own === undefined ? values : own.low;
    const highs = own === undefined ? values : own.high;
    if (level + 1 >= levels.length || last - first < 2 * STRETCH) {
      take(lows, highs, first, last, into);
      return;
    }
    const up = Math.ceil(first / STRETCH);
    const down = Math.floor(last / STRETCH);
    take(lows, highs, first, up * STRETCH, into);
    take(lows, highs, down * STRETCH, last, into);
    first = up;
    last = down;
  }
}

function take(lows: LogColumn, highs: LogColumn, from: number, to: number, into: Range): void {
  let lowest = into.low;
  let highest = into.high;
  for (let i = from; i < to; i += 1) {
    const low = lows[i] as number;
    const high = highs[i] as number;
    if (!(lowest <= low) && low === low) lowest = low;
    if (!(highest >= high) && high === high) highest = high;
  }
  into.low = lowest;
  into.high = highest;
}
