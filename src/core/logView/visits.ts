import type { LogColumn } from '../log';
import { standsForS } from './statistics';

/** How long a log stood in each cell of a map: a sample counts for the cell whose breakpoints are nearest. */
export interface Visits {
  /** Seconds by cell, row by row. */
  readonly seconds: Float64Array;
  /** Of those, seconds further out than the axes reach, counted for the cell at the edge. */
  readonly beyondS: number;
  /** Seconds in which the place was not known: in no cell. */
  readonly unknownS: number;
}

/** What of a log a map is laid under: its columns along the axes, and the samples from one to another, both inside. */
export interface Visited {
  readonly timeS: Float64Array;
  readonly x: LogColumn;
  /** Null for a curve. */
  readonly y: LogColumn | null;
  readonly from: number;
  readonly to: number;
}

/** How long a log stood in each cell of a map with these breakpoints; a curve’s second axis is empty. */
export function visitsOf(
  { timeS, x, y, from, to }: Visited,
  axes: { readonly x: ArrayLike<number>; readonly y: ArrayLike<number> },
): Visits {
  const columns = axes.x.length;
  const seconds = new Float64Array(columns * Math.max(1, axes.y.length));
  const [reachX, reachY] = [reachOf(axes.x), reachOf(axes.y)];
  let beyondS = 0;
  let unknownS = 0;
  for (let i = from; i <= to; i += 1) {
    const standsS = standsForS(timeS, i, from, to);
    const across = x[i] as number;
    const up = y === null ? 0 : (y[i] as number);
    if (Number.isNaN(across) || Number.isNaN(up)) {
      unknownS += standsS;
      continue;
    }
    const cell =
      (y === null ? 0 : nearestBreakpoint(axes.y, up)) * columns + nearestBreakpoint(axes.x, across);
    seconds[cell] = (seconds[cell] as number) + standsS;
    const isBeyond =
      across < reachX.low || across > reachX.high || (y !== null && (up < reachY.low || up > reachY.high));
    if (isBeyond) beyondS += standsS;
  }
  return { seconds, beyondS, unknownS };
}

/** The breakpoint nearest to a value; of two as near, the lower. */
export function nearestBreakpoint(axis: ArrayLike<number>, value: number): number {
  let low = 0;
  let high = axis.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((axis[middle] as number) <= value) low = middle;
    else high = middle;
  }
  return value - (axis[low] as number) <= (axis[high] as number) - value ? low : high;
}

/** Where the outer cells of an axis end: half a step behind the last breakpoint. */
function reachOf(axis: ArrayLike<number>): { readonly low: number; readonly high: number } {
  const last = axis.length - 1;
  const [first, second] = [axis[0] as number, axis[Math.min(1, last)] as number];
  const [end, before] = [axis[last] as number, axis[Math.max(0, last - 1)] as number];
  return { low: first - (second - first) / 2, high: end + (end - before) / 2 };
}
