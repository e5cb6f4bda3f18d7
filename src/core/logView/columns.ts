import { type Extremes, type Range, rangeIn, STRETCH } from './extremes';

/** The first sample that is no earlier than a time; as many as there are where all are earlier. */
export function firstFrom(timeS: Float64Array, atS: number): number {
  let [low, high] = [0, timeS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((timeS[middle] as number) < atS) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The sample nearest to a time; −1 of none. */
export function nearestTo(timeS: Float64Array, atS: number): number {
  const next = firstFrom(timeS, atS);
  if (next === 0) return timeS.length === 0 ? -1 : 0;
  if (next === timeS.length) return next - 1;
  return atS - (timeS[next - 1] as number) <= (timeS[next] as number) - atS ? next - 1 : next;
}

/** A part of a log in time, s. */
export interface TimeWindow {
  readonly fromS: number;
  readonly toS: number;
}

/** The first sample behind each edge of so many columns of pixels that share a window: one edge more than columns. */
export function edgesOf(timeS: Float64Array, { fromS, toS }: TimeWindow, columns: number): Int32Array {
  const edges = new Int32Array(columns + 1);
  for (let k = 0; k <= columns; k += 1) edges[k] = firstFrom(timeS, fromS + ((toS - fromS) * k) / columns);
  return edges;
}

/** The lowest and highest of a trace behind each column of pixels; NaN where there is no sample, or none that is known. */
export interface TraceColumns {
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/** A pixel has very many samples with so many stretches of them. */
const MANY = 16;

/**
 * Brings a trace to columns of pixels, so that nothing between two pixels is hidden. Where very many samples share a pixel, its
 * edge is laid to the nearest stretch of the extremes: less than a thirtieth of a pixel off, and most of the looking is saved.
 */
export function columnsOf(extremes: Extremes, edges: Int32Array): TraceColumns {
  const columns = edges.length - 1;
  const [first, last] = [edges[0] as number, edges[columns] as number];
  const grain = last - first > MANY * STRETCH * columns ? STRETCH : 1;
  const laid = (edge: number) => Math.min(last, Math.max(first, Math.round(edge / grain) * grain));
  const found = { low: new Float32Array(columns), high: new Float32Array(columns) };
  const range: Range = { low: NaN, high: NaN };
  let from = first;
  for (let k = 0; k < columns; k += 1) {
    const to = k === columns - 1 ? last : laid(edges[k + 1] as number);
    rangeIn(extremes, from, to, range);
    from = to;
    found.low[k] = range.low;
    found.high[k] = range.high;
  }
  return found;
}
