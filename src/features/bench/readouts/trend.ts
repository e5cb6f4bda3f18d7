/** Numbers that are kept of a trend: twenty seconds at ten a second. */
export const KEPT = 200;

/** The last numbers of a readout, the oldest first. */
export type Trend = readonly number[];

/** A trend with one more number; the oldest makes room. */
export function trendWith(trend: Trend, value: number): Trend {
  return trend.length < KEPT ? [...trend, value] : [...trend.slice(1), value];
}

/**
 * A trend as a path in a box: the newest at its right end, from the lowest to the highest of what is kept; flat in the middle
 * while nothing moves; broken where nothing is known.
 */
export function trendPath(trend: Trend, width: number, height: number): string {
  const known = trend.filter((value) => Number.isFinite(value));
  if (known.length < 2) return '';
  const low = Math.min(...known);
  const span = Math.max(...known) - low;
  let path = '';
  let isBroken = true;
  trend.forEach((value, i) => {
    if (!Number.isFinite(value)) {
      isBroken = true;
      return;
    }
    const x = width - ((trend.length - 1 - i) * width) / (KEPT - 1);
    const y = span === 0 ? height / 2 : height - ((value - low) / span) * height;
    path += `${isBroken ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    isBroken = false;
  });
  return path;
}
