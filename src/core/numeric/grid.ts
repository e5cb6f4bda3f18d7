/**
 * A map ready for look-up: strictly increasing axes, values row by row (a row is one y breakpoint). A curve has an
 * empty y axis and one row.
 */
export interface Grid {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly values: Float64Array;
}

/** Copies plain arrays into a grid. Shapes are guaranteed by the document's schema. */
export function gridOf(map: { x: readonly number[]; y: readonly number[]; values: readonly number[] }): Grid {
  return {
    x: Float64Array.from(map.x),
    y: Float64Array.from(map.y),
    values: Float64Array.from(map.values),
  };
}

/**
 * Index of the interval of an axis that holds a value: 0…length − 2. Before the first breakpoint it is the first
 * interval, after the last the last one. A one-point axis gives 0. Logarithmic time.
 */
export function intervalIndex(axis: Float64Array, value: number): number {
  let low = 0;
  let high = axis.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (value < (axis[middle] as number)) high = middle - 1;
    else low = middle;
  }
  return low;
}

/** Where in its interval a value lies, clamped to 0…1, so that look-ups hold at the edges. */
export function intervalFraction(axis: Float64Array, index: number, value: number): number {
  const from = axis[index] as number;
  const to = axis[index + 1];
  if (to === undefined || value <= from) return 0;
  return value >= to ? 1 : (value - from) / (to - from);
}

/** Value of a curve at x: linear, held beyond the ends. */
export function lookUpCurve(curve: Grid, x: number): number {
  const i = intervalIndex(curve.x, x);
  const fraction = intervalFraction(curve.x, i, x);
  const from = curve.values[i] as number;
  return fraction === 0 ? from : from * (1 - fraction) + (curve.values[i + 1] as number) * fraction;
}

/**
 * Value of a map at (x, y): bilinear, held beyond the edges; exact on breakpoints.
 * Example: corners 60, 70 / 64, 80 at fractions 0.25, 0.4 → 64.7.
 */
export function lookUpMap(map: Grid, x: number, y: number): number {
  const width = map.x.length;
  const i = intervalIndex(map.x, x);
  const j = intervalIndex(map.y, y);
  const fx = intervalFraction(map.x, i, x);
  const fy = intervalFraction(map.y, j, y);
  const values = map.values;
  const low = j * width + i;
  const right = fx === 0 ? low : low + 1;
  const up = fy === 0 ? 0 : width;
  const lower = (values[low] as number) * (1 - fx) + (values[right] as number) * fx;
  const upper = (values[low + up] as number) * (1 - fx) + (values[right + up] as number) * fx;
  return lower * (1 - fy) + upper * fy;
}

/** One cell's part in a look-up. */
export interface CellShare {
  readonly column: number;
  readonly row: number;
  readonly value: number;
  /** 0…1; the shares of a look-up add up to 1. */
  readonly weight: number;
}

/** The cells that take part in a look-up at (x, y), four at most; cells without weight are left out. */
export function cellShares(map: Grid, x: number, y: number): CellShare[] {
  const width = map.x.length;
  const i = intervalIndex(map.x, x);
  const j = map.y.length === 0 ? 0 : intervalIndex(map.y, y);
  const fx = intervalFraction(map.x, i, x);
  const fy = map.y.length === 0 ? 0 : intervalFraction(map.y, j, y);
  const corners = [
    [i, j, (1 - fx) * (1 - fy)],
    [i + 1, j, fx * (1 - fy)],
    [i, j + 1, (1 - fx) * fy],
    [i + 1, j + 1, fx * fy],
  ] as const;
  return corners
    .filter(([, , weight]) => weight > 0)
    .map(([column, row, weight]) => ({
      column,
      row,
      value: map.values[row * width + column] as number,
      weight,
    }));
}
