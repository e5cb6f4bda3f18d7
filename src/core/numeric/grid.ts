import { type Curve, intervalFraction, intervalIndex } from './curve';

/**
 * A map ready for look-up: strictly increasing axes, values row by row (a row is one y breakpoint). A curve has an
 * empty y axis and one row.
 */
export interface Grid extends Curve {
  readonly y: Float64Array;
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
