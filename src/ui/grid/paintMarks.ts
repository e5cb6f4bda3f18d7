import type { Roles } from '../theme';
import { cellOrigin, type GridGeometry, type GridRegion } from './geometry';
import type { LiveWay } from './live';
import type { Place } from './selection';

/** What lies over the cells of a grid. */
export interface GridMarks {
  readonly geometry: GridGeometry;
  readonly roles: Roles;
  /** The operating point in cells, fractions allowed. */
  readonly point: Place | null;
  /** Where the point has been, in cells. */
  readonly trail: readonly Place[];
  /** A stretch of the map with a meaning, in cells from its edges: the overrun cut. */
  readonly region: GridRegion | null;
}

/** Draws the marks on a blank layer, and the way of the engine where it is live. */
export function paintMarks(
  context: CanvasRenderingContext2D,
  marks: GridMarks,
  live: LiveWay | null,
  pixelRatio: number,
): void {
  const { geometry, roles, region, trail, point } = marks;
  context.setTransform(pixelRatio, 0, 0, pixelRatio, 0, 0);
  context.clearRect(0, 0, geometry.width, geometry.height);
  withinCells(context, geometry, () => {
    if (region !== null) paintRegion(context, geometry, region, roles);
    if (trail.length > 1) paintTrail(context, marks);
    if (point !== null) paintPoint(context, marks, point);
    if (live !== null) paintLive(context, marks, live);
  });
}

/** Keeps what is drawn within the cells. */
function withinCells(context: CanvasRenderingContext2D, geometry: GridGeometry, draw: () => void): void {
  context.save();
  context.beginPath();
  context.rect(geometry.headerWidth, geometry.headerHeight, geometry.width, geometry.height);
  context.clip();
  draw();
  context.restore();
}

/** Distance of the hatching's lines, px. */
const HATCH = 9;

/** A region as a frame, with hatching unless it is open, so that the numbers under it stay readable. */
function paintRegion(
  context: CanvasRenderingContext2D,
  geometry: GridGeometry,
  region: GridRegion,
  roles: Roles,
): void {
  const { x: left, y: top } = cellOrigin(geometry, region.fromColumn, region.toRow - 1);
  const { x: right, y: bottom } = cellOrigin(geometry, region.toColumn, region.fromRow - 1);
  context.save();
  context.beginPath();
  context.rect(left, top, right - left, bottom - top);
  context.clip();
  context.strokeStyle = roles.steel;
  if (region.open !== true) hatch(context, { left, top, right, bottom });
  context.lineWidth = 4;
  context.strokeRect(left, top, right - left, bottom - top);
  context.restore();
}

function hatch(
  context: CanvasRenderingContext2D,
  { left, top, right, bottom }: { left: number; top: number; right: number; bottom: number },
): void {
  context.lineWidth = 1;
  context.beginPath();
  for (let x = left - (bottom - top); x < right; x += HATCH) {
    context.moveTo(x, bottom);
    context.lineTo(x + (bottom - top), top);
  }
  context.stroke();
}

/** The way of the point, thin enough that the numbers under it stay readable. */
function paintTrail(context: CanvasRenderingContext2D, { geometry, roles, trail }: GridMarks): void {
  for (const [width, colour] of [
    [4, roles.ground],
    [2, roles.steel],
  ] as const) {
    context.beginPath();
    trail.forEach(({ column, row }, i) => {
      const { x, y } = cellOrigin(geometry, column, row);
      const [middleX, middleY] = [x + geometry.cellWidth / 2, y + geometry.cellHeight / 2];
      if (i === 0) context.moveTo(middleX, middleY);
      else context.lineTo(middleX, middleY);
    });
    context.lineWidth = width;
    context.strokeStyle = colour;
    context.stroke();
  }
}

/** Radius of the ring around the operating point: wide enough for a number to be read inside it, px. */
const POINT_RADIUS = 14;

function paintPoint(
  context: CanvasRenderingContext2D,
  { geometry, roles }: GridMarks,
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

/** How far the ticks of the live mark reach beyond its ring, px. */
const TICK = 7;

/** Where the engine is and has just been: a ring with four ticks, told from the operating point by its shape. */
function paintLive(
  context: CanvasRenderingContext2D,
  { geometry, roles }: GridMarks,
  { columns, rows, first, length }: LiveWay,
): void {
  if (length === 0) return;
  const size = columns.length;
  const middle = (k: number) => {
    const i = (first + k) % size;
    const { x, y } = cellOrigin(geometry, columns[i] as number, rows[i] as number);
    return [x + geometry.cellWidth / 2, y + geometry.cellHeight / 2] as const;
  };
  const [x, y] = middle(length - 1);
  context.lineJoin = 'round';
  for (const [width, colour] of [
    [4, roles.ground],
    [2, roles.text],
  ] as const) {
    context.lineWidth = width;
    context.strokeStyle = colour;
    context.beginPath();
    for (let k = 0; k < length; k += 1) context.lineTo(...middle(k));
    context.stroke();
    context.beginPath();
    context.arc(x, y, POINT_RADIUS, 0, 2 * Math.PI);
    for (const [across, down] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      context.moveTo(x + across * POINT_RADIUS, y + down * POINT_RADIUS);
      context.lineTo(x + across * (POINT_RADIUS + TICK), y + down * (POINT_RADIUS + TICK));
    }
    context.stroke();
  }
}
