import type { CellRange } from '@/core/map';

/** A place in a map. */
export interface Place {
  readonly column: number;
  readonly row: number;
}

/** A selection keeps the cell it began at and its moving corner, so that extending it goes the right way. */
export interface Selection {
  readonly anchor: Place;
  readonly corner: Place;
}

export interface GridSize {
  readonly columns: number;
  readonly rows: number;
}

/** One cell. */
export function cellSelection(place: Place): Selection {
  return { anchor: place, corner: place };
}

/** The selection with its corner moved to a place. */
export function extendedTo(selection: Selection, corner: Place): Selection {
  return { ...selection, corner };
}

/** The whole column, row or map. */
export function columnSelection(column: number, size: GridSize): Selection {
  return { anchor: { column, row: 0 }, corner: { column, row: size.rows - 1 } };
}

export function rowSelection(row: number, size: GridSize): Selection {
  return { anchor: { column: 0, row }, corner: { column: size.columns - 1, row } };
}

export function wholeSelection(size: GridSize): Selection {
  return { anchor: { column: 0, row: 0 }, corner: { column: size.columns - 1, row: size.rows - 1 } };
}

/** The corner moved by cells, within the map; the anchor goes with it unless the selection is being extended. */
export function movedSelection(
  selection: Selection,
  by: { columns: number; rows: number },
  size: GridSize,
  extend: boolean,
): Selection {
  const hold = (value: number, count: number) => Math.min(count - 1, Math.max(0, value));
  const corner = {
    column: hold(selection.corner.column + by.columns, size.columns),
    row: hold(selection.corner.row + by.rows, size.rows),
  };
  return extend ? { ...selection, corner } : cellSelection(corner);
}

/** The selection as a range with its ends in order. */
export function selectionRange({ anchor, corner }: Selection): CellRange {
  return {
    fromColumn: Math.min(anchor.column, corner.column),
    toColumn: Math.max(anchor.column, corner.column),
    fromRow: Math.min(anchor.row, corner.row),
    toRow: Math.max(anchor.row, corner.row),
  };
}

/** Number of cells in a range. */
export function rangeSize(range: CellRange): number {
  return (range.toColumn - range.fromColumn + 1) * (range.toRow - range.fromRow + 1);
}
