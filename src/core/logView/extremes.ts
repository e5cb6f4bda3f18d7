import type { LogColumn } from '../log';

/** Each level holds the lowest and highest of so many values of the level below. */
const FACTOR = 16;

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
  for (let length = values.length; length > FACTOR; length = Math.ceil(length / FACTOR)) {
    below = levelOver(below?.low ?? values, below?.high ?? values);
    levels.push(below);
  }
  return { values, levels };
}

function levelOver(lows: LogColumn, highs: LogColumn): Level {
  const length = Math.ceil(lows.length / FACTOR);
  const level = { low: new Float32Array(length), high: new Float32Array(length) };
  for (let k = 0; k < length; k += 1) {
    let [low, high] = [NaN, NaN];
    const end = Math.min(lows.length, (k + 1) * FACTOR);
    for (let i = k * FACTOR; i < end; i += 1) {
      const [one, other] = [lows[i] as number, highs[i] as number];
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
  spread(extremes, -1, Math.max(0, from), Math.min(extremes.values.length, to), into);
  return into;
}

/** Takes in the items of a level from one up to another: those at the ends by themselves, those between by the level above. */
function spread({ values, levels }: Extremes, at: number, from: number, to: number, into: Range): void {
  let [first, last, level] = [from, to, at];
  for (;;) {
    const own = levels[level];
    const [lows, highs] = own === undefined ? [values, values] : [own.low, own.high];
    const above = levels[level + 1];
    if (above === undefined || last - first < 2 * FACTOR) {
      take(lows, highs, first, last, into);
      return;
    }
    const [up, down] = [Math.ceil(first / FACTOR), Math.floor(last / FACTOR)];
    take(lows, highs, first, up * FACTOR, into);
    take(lows, highs, down * FACTOR, last, into);
    [first, last, level] = [up, down, level + 1];
  }
}

function take(lows: LogColumn, highs: LogColumn, from: number, to: number, into: Range): void {
  for (let i = from; i < to; i += 1) {
    const [low, high] = [lows[i] as number, highs[i] as number];
    if (!(into.low <= low) && low === low) into.low = low;
    if (!(into.high >= high) && high === high) into.high = high;
  }
}
