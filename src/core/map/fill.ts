import { type CellChange, type CellRange, rangeIndices } from './editMap';
import type { MapData } from './mapSchema';

/** Where a cell lies along a stretch of breakpoints: 0 at its first, 1 at its last. */
function share(axis: readonly number[], from: number, to: number, at: number): number {
  const first = axis[from] as number;
  const last = axis[to] as number;
  return last === first ? 0 : ((axis[at] as number) - first) / (last - first);
}

const valueAt = (map: MapData, column: number, row: number) =>
  map.values[row * map.x.length + column] as number;

function filled(
  map: MapData,
  range: CellRange,
  value: (column: number, row: number, u: number, v: number) => number,
): CellChange[] {
  const width = map.x.length;
  return rangeIndices(range, width).flatMap((index) => {
    const column = index % width;
    const row = Math.floor(index / width);
    const u = share(map.x, range.fromColumn, range.toColumn, column);
    const v = map.y.length === 0 ? 0 : share(map.y, range.fromRow, range.toRow, row);
    const next = value(column, row, u, v);
    return next === map.values[index] ? [] : [{ index, value: next }];
  });
}

/**
 * Fills a range from its four corners, bilinear over the axes' values; from its two ends where it is one row or column.
 * The corners stay.
 */
export function filledFromCorners(map: MapData, range: CellRange): CellChange[] {
  const { fromColumn, toColumn, fromRow, toRow } = range;
  const a = valueAt(map, fromColumn, fromRow);
  const b = valueAt(map, toColumn, fromRow);
  const c = valueAt(map, fromColumn, toRow);
  const d = valueAt(map, toColumn, toRow);
  return filled(map, range, (_, __, u, v) => (1 - v) * ((1 - u) * a + u * b) + v * ((1 - u) * c + u * d));
}

/**
 * Fills a range from its border (Coons 1967): every border cell stays, the inside runs smoothly between them. A range
 * without an inside is unchanged.
 */
export function filledFromEdges(map: MapData, range: CellRange): CellChange[] {
  const { fromColumn, toColumn, fromRow, toRow } = range;
  const at = (column: number, row: number) => valueAt(map, column, row);
  return filled(map, range, (column, row, u, v) => {
    const border = column === fromColumn || column === toColumn || row === fromRow || row === toRow;
    if (border) return at(column, row);
    const alongX = (1 - u) * at(fromColumn, row) + u * at(toColumn, row);
    const alongY = (1 - v) * at(column, fromRow) + v * at(column, toRow);
    const corners =
      (1 - v) * ((1 - u) * at(fromColumn, fromRow) + u * at(toColumn, fromRow)) +
      v * ((1 - u) * at(fromColumn, toRow) + u * at(toColumn, toRow));
    return alongX + alongY - corners;
  });
}

/** How far a cell moves towards its neighbours in one smoothing. */
const SMOOTHING = 0.5;

/**
 * Smooths a range once: each inner cell moves half-way to what its neighbours say, straight between those left and
 * right and those above and below, by the distances of their breakpoints. The border of the range is held; in a single
 * row or column, its ends.
 */
export function smoothed(map: MapData, range: CellRange): CellChange[] {
  const { fromColumn, toColumn, fromRow, toRow } = range;
  const oneRow = fromRow === toRow;
  const oneColumn = fromColumn === toColumn;
  const between = (axis: readonly number[], i: number, low: number, high: number) =>
    low + (high - low) * share(axis, i - 1, i + 1, i);
  return filled(map, range, (column, row) => {
    const own = valueAt(map, column, row);
    const said: number[] = [];
    if (!oneColumn) {
      if (column === fromColumn || column === toColumn) return own;
      said.push(between(map.x, column, valueAt(map, column - 1, row), valueAt(map, column + 1, row)));
    }
    if (!oneRow) {
      if (row === fromRow || row === toRow) return own;
      said.push(between(map.y, row, valueAt(map, column, row - 1), valueAt(map, column, row + 1)));
    }
    if (said.length === 0) return own;
    return own + SMOOTHING * (said.reduce((sum, value) => sum + value, 0) / said.length - own);
  });
}
