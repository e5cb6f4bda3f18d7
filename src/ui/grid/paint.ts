import { type CellRange, rangeIndices } from '@/core/map';
import { FONT, type Roles } from '../theme';
import { textOn } from '../theme/ramps';
import { cellOrigin, type GridGeometry } from './geometry';

/** What a grid's picture is made of. */
export interface GridPicture {
  readonly geometry: GridGeometry;
  readonly columnLabels: readonly string[];
  readonly rowLabels: readonly string[];
  /** Number of columns of the whole map. */
  readonly columns: number;
  /** Row by row, as in the map. */
  readonly values: readonly number[];
  readonly valueText: (value: number) => string;
  readonly valueColour: (value: number) => string;
  readonly selection: CellRange | null;
  readonly roles: Roles;
}

/**
 * Draws the visible window of a map: headers, coloured cells with their numbers, the selection. Given
 * what the canvas shows already, it draws only the cells that differ: text is what costs time.
 * @param shown the picture on the canvas, or null when it is blank or of another size.
 */
export function paintGrid(
  context: CanvasRenderingContext2D,
  picture: GridPicture,
  pixelRatio: number,
  shown: GridPicture | null,
): void {
  const { geometry, roles, selection } = picture;
  context.setTransform(pixelRatio, 0, 0, pixelRatio, 0, 0);
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  const differing = shown === null ? null : differingCells(shown, picture);
  if (differing === null) context.clearRect(0, 0, geometry.width, geometry.height);
  if (differing === null || !sameRange(shown?.selection ?? null, selection)) paintHeaders(context, picture);
  paintCells(context, picture, differing);
  if (selection !== null) paintSelection(context, geometry, selection, roles);
}

/** Indices of the cells to draw again; null when all must be. */
export function differingCells(shown: GridPicture, next: GridPicture): ReadonlySet<number> | null {
  const keys = [
    'geometry',
    'columnLabels',
    'rowLabels',
    'columns',
    'valueText',
    'valueColour',
    'roles',
  ] as const;
  if (keys.some((key) => shown[key] !== next[key])) return null;
  const differing = new Set<number>();
  next.values.forEach((value, i) => {
    if (value !== shown.values[i]) differing.add(i);
  });
  const add = (range: CellRange) =>
    rangeIndices(range, next.columns).forEach((index) => differing.add(index));
  if (!sameRange(shown.selection, next.selection)) {
    for (const range of [shown.selection, next.selection]) if (range !== null) add(range);
  }
  return differing;
}

function sameRange(a: CellRange | null, b: CellRange | null): boolean {
  if (a === null || b === null) return a === b;
  return (
    a.fromColumn === b.fromColumn &&
    a.toColumn === b.toColumn &&
    a.fromRow === b.fromRow &&
    a.toRow === b.toRow
  );
}

function paintHeaders(
  context: CanvasRenderingContext2D,
  { geometry, columnLabels, rowLabels, roles, selection }: GridPicture,
) {
  const { window, headerWidth, headerHeight, cellWidth, cellHeight } = geometry;
  context.clearRect(0, 0, geometry.width, headerHeight);
  context.clearRect(0, 0, headerWidth, geometry.height);
  for (let i = 0; i < window.columns; i += 1) {
    const column = window.column + i;
    const chosen = selection !== null && column >= selection.fromColumn && column <= selection.toColumn;
    context.font = `${chosen ? 14 : 13}px ${FONT.number}, sans-serif`;
    context.fillStyle = chosen ? roles.text : roles.muted;
    context.fillText(
      columnLabels[column] ?? '',
      headerWidth + (i + 0.5) * cellWidth,
      headerHeight / 2,
      cellWidth - 2,
    );
  }
  for (let i = 0; i < window.rows; i += 1) {
    const row = window.row + window.rows - 1 - i;
    const chosen = selection !== null && row >= selection.fromRow && row <= selection.toRow;
    context.font = `${chosen ? 14 : 13}px ${FONT.number}, sans-serif`;
    context.fillStyle = chosen ? roles.text : roles.muted;
    context.fillText(
      rowLabels[row] ?? '',
      headerWidth / 2,
      headerHeight + (i + 0.5) * cellHeight,
      headerWidth - 2,
    );
  }
}

function paintCells(
  context: CanvasRenderingContext2D,
  picture: GridPicture,
  only: ReadonlySet<number> | null,
) {
  const { geometry, columns, values } = picture;
  const { window, cellWidth, cellHeight } = geometry;
  context.font = `${cellHeight >= 40 ? 16 : 13}px ${FONT.number}, sans-serif`;
  for (let row = window.row; row < window.row + window.rows; row += 1) {
    for (let column = window.column; column < window.column + window.columns; column += 1) {
      const index = row * columns + column;
      if (only !== null && !only.has(index)) continue;
      const value = values[index] ?? 0;
      const { x, y } = cellOrigin(geometry, column, row);
      const colour = picture.valueColour(value);
      context.clearRect(x, y, cellWidth, cellHeight);
      context.fillStyle = colour;
      context.fillRect(x + 0.5, y + 0.5, cellWidth - 1, cellHeight - 1);
      context.fillStyle = textOnCached(colour);
      context.fillText(picture.valueText(value), x + cellWidth / 2, y + cellHeight / 2 + 1, cellWidth - 4);
    }
  }
}

const textColours = new Map<string, string>();

/** The text colour for a cell, remembered: there are few colours and many cells. */
function textOnCached(ground: string): string {
  const known = textColours.get(ground);
  if (known !== undefined) return known;
  const found = textOn(ground);
  textColours.set(ground, found);
  return found;
}

function paintSelection(
  context: CanvasRenderingContext2D,
  geometry: GridGeometry,
  range: CellRange,
  roles: Roles,
) {
  const topLeft = cellOrigin(geometry, range.fromColumn, range.toRow);
  const width = (range.toColumn - range.fromColumn + 1) * geometry.cellWidth;
  const height = (range.toRow - range.fromRow + 1) * geometry.cellHeight;
  context.save();
  context.beginPath();
  context.rect(geometry.headerWidth, geometry.headerHeight, geometry.width, geometry.height);
  context.clip();
  context.lineWidth = 5;
  context.strokeStyle = roles.ground;
  context.strokeRect(topLeft.x + 2.5, topLeft.y + 2.5, width - 5, height - 5);
  context.lineWidth = 2.5;
  context.strokeStyle = roles.text;
  context.strokeRect(topLeft.x + 2.5, topLeft.y + 2.5, width - 5, height - 5);
  context.restore();
}
