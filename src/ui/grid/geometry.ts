/** Which cells of a map are in sight. Rows count from the lowest breakpoint, as in the map itself. */
export interface GridWindow {
  readonly column: number;
  readonly row: number;
  readonly columns: number;
  readonly rows: number;
}

/** Where things stand in a grid's picture, px. The highest row is drawn on top, as load is read. */
export interface GridGeometry {
  readonly width: number;
  readonly height: number;
  readonly headerWidth: number;
  readonly headerHeight: number;
  readonly cellWidth: number;
  readonly cellHeight: number;
  readonly window: GridWindow;
}

/** A rectangle in cells, fractions allowed; cell 0 reaches from 0 to 1. */
export interface GridRegion {
  readonly fromColumn: number;
  readonly toColumn: number;
  readonly fromRow: number;
  readonly toRow: number;
  /** Only its borders are drawn. */
  readonly open?: boolean;
}

/** Smallest readable cell that a finger hits, px. */
const CELL = { width: 52, height: 44 } as const;
/** Wide screens have a pointer: cells may be lower, and narrow enough for the whole map to be in sight. */
const DENSE_CELL = { width: 36, height: 30 } as const;
const HEADER = { width: 50, height: 30 } as const;

/** How many cells fit into a width, and the picture's height, for a map of this size. */
export function gridGeometry(
  available: { width: number; maxRows: number },
  map: { columns: number; rows: number },
  corner: { column: number; row: number },
  dense: boolean,
): GridGeometry {
  const cell = dense ? DENSE_CELL : CELL;
  const fitting = Math.max(1, Math.floor((available.width - HEADER.width) / cell.width));
  const columns = Math.min(map.columns, fitting);
  const rows = Math.min(map.rows, available.maxRows);
  const cellWidth = Math.min(96, Math.floor((available.width - HEADER.width) / columns));
  const window = {
    columns,
    rows,
    column: Math.min(Math.max(0, corner.column), map.columns - columns),
    row: Math.min(Math.max(0, corner.row), map.rows - rows),
  };
  return {
    width: HEADER.width + columns * cellWidth,
    height: HEADER.height + rows * cell.height,
    headerWidth: HEADER.width,
    headerHeight: HEADER.height,
    cellWidth,
    cellHeight: cell.height,
    window,
  };
}

/** Left and top of a cell in the picture. */
export function cellOrigin(geometry: GridGeometry, column: number, row: number): { x: number; y: number } {
  const { window } = geometry;
  return {
    x: geometry.headerWidth + (column - window.column) * geometry.cellWidth,
    y: geometry.headerHeight + (window.row + window.rows - 1 - row) * geometry.cellHeight,
  };
}

/** What a point of the picture belongs to; header hits name their whole column or row. */
export type GridHit =
  | { readonly part: 'cell'; readonly column: number; readonly row: number }
  | { readonly part: 'columnHeader'; readonly column: number }
  | { readonly part: 'rowHeader'; readonly row: number }
  | { readonly part: 'corner' };

/** What is at a point; points beyond the cells count for the nearest one, so that a drag may leave the picture. */
export function gridHit(geometry: GridGeometry, x: number, y: number): GridHit {
  const { window } = geometry;
  const across = Math.floor((x - geometry.headerWidth) / geometry.cellWidth);
  const down = Math.floor((y - geometry.headerHeight) / geometry.cellHeight);
  const column = window.column + Math.min(window.columns - 1, Math.max(0, across));
  const row = window.row + window.rows - 1 - Math.min(window.rows - 1, Math.max(0, down));
  if (across < 0 && down < 0) return { part: 'corner' };
  if (down < 0) return { part: 'columnHeader', column };
  if (across < 0) return { part: 'rowHeader', row };
  return { part: 'cell', column, row };
}

/** The place under a point in cells, fractions counted from the middle of a cell, held within the window. */
export function cellAt(geometry: GridGeometry, x: number, y: number): { column: number; row: number } {
  const { window } = geometry;
  const hold = (value: number, from: number, size: number) =>
    Math.min(from + size - 1, Math.max(from, value));
  const column = window.column + (x - geometry.headerWidth) / geometry.cellWidth - 0.5;
  const row = window.row + window.rows - (y - geometry.headerHeight) / geometry.cellHeight - 0.5;
  return { column: hold(column, window.column, window.columns), row: hold(row, window.row, window.rows) };
}

/** The window moved as little as needed for a cell to be in sight. */
export function windowShowing(
  window: GridWindow,
  column: number,
  row: number,
): { column: number; row: number } {
  const slide = (from: number, size: number, at: number) =>
    at < from ? at : at >= from + size ? at - size + 1 : from;
  return { column: slide(window.column, window.columns, column), row: slide(window.row, window.rows, row) };
}
