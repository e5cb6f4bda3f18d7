import type { CellRange } from '@/core/map';
import { FONT, textOn, type Roles } from '../theme';
import { cellOrigin, type GridGeometry } from './geometry';

/** What a grid's picture is made of. */
export interface GridPicture {
  readonly geometry: GridGeometry;
  readonly columnLabels: readonly string[];
  readonly rowLabels: readonly string[];
  readonly cellText: (column: number, row: number) => string;
  readonly cellColour: (column: number, row: number) => string;
  readonly selection: CellRange | null;
  readonly roles: Roles;
  /** The operating point in cells, fractions allowed. */
  readonly point: { readonly column: number; readonly row: number } | null;
}

/** Draws the visible window of a map: headers, coloured cells with their numbers, the selection, the operating point. */
export function paintGrid(context: CanvasRenderingContext2D, picture: GridPicture, pixelRatio: number): void {
  const { geometry, roles } = picture;
  context.setTransform(pixelRatio, 0, 0, pixelRatio, 0, 0);
  context.clearRect(0, 0, geometry.width, geometry.height);
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  paintHeaders(context, picture);
  paintCells(context, picture);
  if (picture.selection !== null) paintSelection(context, geometry, picture.selection, roles);
  if (picture.point !== null) paintPoint(context, picture, picture.point);
}

function paintHeaders(
  context: CanvasRenderingContext2D,
  { geometry, columnLabels, rowLabels, roles, selection }: GridPicture,
) {
  const { window, headerWidth, headerHeight, cellWidth, cellHeight } = geometry;
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

function paintCells(context: CanvasRenderingContext2D, picture: GridPicture) {
  const { geometry } = picture;
  const { window, cellWidth, cellHeight } = geometry;
  context.font = `${cellHeight >= 40 ? 16 : 13}px ${FONT.number}, sans-serif`;
  for (let row = window.row; row < window.row + window.rows; row += 1) {
    for (let column = window.column; column < window.column + window.columns; column += 1) {
      const { x, y } = cellOrigin(geometry, column, row);
      const colour = picture.cellColour(column, row);
      context.fillStyle = colour;
      context.fillRect(x + 0.5, y + 0.5, cellWidth - 1, cellHeight - 1);
      context.fillStyle = textOnCached(colour);
      context.fillText(
        picture.cellText(column, row),
        x + cellWidth / 2,
        y + cellHeight / 2 + 1,
        cellWidth - 4,
      );
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
  context.strokeRect(topLeft.x + 1.5, topLeft.y + 1.5, width - 3, height - 3);
  context.lineWidth = 2.5;
  context.strokeStyle = roles.text;
  context.strokeRect(topLeft.x + 1.5, topLeft.y + 1.5, width - 3, height - 3);
  context.restore();
}

/** Radius of the ring around the operating point: wide enough for a number to be read inside it, px. */
const POINT_RADIUS = 14;

function paintPoint(
  context: CanvasRenderingContext2D,
  { geometry, roles }: GridPicture,
  point: { column: number; row: number },
) {
  const { x, y } = cellOrigin(geometry, point.column, point.row);
  for (const [width, colour] of [
    [6, roles.ground],
    [3, roles.steel],
  ] as const) {
    context.beginPath();
    context.arc(x + geometry.cellWidth / 2, y + geometry.cellHeight / 2, POINT_RADIUS, 0, 2 * Math.PI);
    context.lineWidth = width;
    context.strokeStyle = colour;
    context.stroke();
  }
}
