/** Numbers that are kept of a trend: twenty seconds at ten a second. */
export const KEPT = 200;

/** The last numbers of a readout, in one room that is filled round and round: a new one for each number would be cleared away all the time. */
export interface Trend {
  readonly values: Float64Array;
  /** Numbers that were added so far. */
  count: number;
}

/** A trend of which nothing is known. */
export function emptyTrend(): Trend {
  return { values: new Float64Array(KEPT), count: 0 };
}

/** Adds a number to a trend; NaN where nothing is known. The oldest makes room. */
export function addToTrend(trend: Trend, value: number): void {
  trend.values[trend.count % KEPT] = value;
  trend.count += 1;
}

/** What a line is drawn with. */
export type Pen = Pick<CanvasRenderingContext2D, 'moveTo' | 'lineTo'>;

/**
 * Draws a trend in a box: the newest at its right end, from the lowest to the highest of what is kept; flat in the middle while
 * nothing moves; broken where nothing is known, and nothing at all of fewer than two numbers.
 */
export function traceTrend({ values, count }: Trend, width: number, height: number, pen: Pen): void {
  const kept = Math.min(count, KEPT);
  const at = (i: number) => values[(count - kept + i) % KEPT] as number;
  let [low, high, known] = [Infinity, -Infinity, 0];
  for (let i = 0; i < kept; i += 1) {
    if (!Number.isFinite(at(i))) continue;
    low = Math.min(low, at(i));
    high = Math.max(high, at(i));
    known += 1;
  }
  if (known < 2) return;
  let isBroken = true;
  for (let i = 0; i < kept; i += 1) {
    const value = at(i);
    if (!Number.isFinite(value)) {
      isBroken = true;
      continue;
    }
    const x = width - ((kept - 1 - i) * width) / (KEPT - 1);
    const y = high === low ? height / 2 : height - ((value - low) / (high - low)) * height;
    if (isBroken) pen.moveTo(x, y);
    else pen.lineTo(x, y);
    isBroken = false;
  }
}
