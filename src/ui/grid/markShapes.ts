import type { GridGeometry, GridRegion } from './geometry';
import { cellOrigin } from './geometry';
import { type LiveWay, wayAt } from './live';
import type { Place } from './selection';

/** A point of the picture that covers the cells, px from their upper left corner. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Radius of the ring around a point: wide enough for a number to be read inside it, px. */
export const RING = 14;
/** How far the ticks of the live mark reach beyond its ring, px. */
const TICK = 7;
const REACH = RING + TICK;

/** The live mark: a ring with four ticks, told from the operating point by its shape. px about its middle. */
export const LIVE_MARK = {
  size: 2 * (REACH + 2),
  path: `${ringPath({ x: 0, y: 0 })}M${RING} 0H${REACH}M${-RING} 0H${-REACH}M0 ${RING}V${REACH}M0 ${-RING}V${-REACH}`,
} as const;

/** Where a place stands among the cells: the middle of a cell for whole numbers. */
export function spotOf(geometry: GridGeometry, { column, row }: Place): Spot {
  const { x, y } = cellOrigin(geometry, column, row);
  return {
    x: x - geometry.headerWidth + geometry.cellWidth / 2,
    y: y - geometry.headerHeight + geometry.cellHeight / 2,
  };
}

/** Where the engine is among the cells; null while that is not known. */
export function liveSpot(geometry: GridGeometry, way: LiveWay): Spot | null {
  const at = wayAt(way, way.length - 1);
  return at === null ? null : spotOf(geometry, at);
}

/** What a line is drawn with. */
export type LinePen = Pick<CanvasRenderingContext2D, 'moveTo' | 'lineTo'>;

/** Draws the way of the engine as a line among the cells, from its oldest place. */
export function traceWay(geometry: GridGeometry, way: LiveWay, pen: LinePen): void {
  for (let k = 0; k < way.length; k += 1) {
    const { x, y } = spotOf(geometry, wayAt(way, k) as Place);
    if (k === 0) pen.moveTo(x, y);
    else pen.lineTo(x, y);
  }
}

/** The box of the four cells that the engine reads between, or the two of a curve, px; null while that is not known. */
export function usedBox(geometry: GridGeometry, way: LiveWay): Box | null {
  const at = wayAt(way, way.length - 1);
  if (at === null) return null;
  const [fromColumn, columns] = between(at.column, way.x.length);
  const [fromRow, rows] = between(at.row, Math.max(1, way.y.length));
  const region = { fromColumn, toColumn: fromColumn + columns, fromRow, toRow: fromRow + rows };
  return regionBox(geometry, region);
}

/** The first of the two cells that a place lies between, and how many they are: one where there is no other. */
function between(place: number, count: number): [first: number, cells: number] {
  return count < 2 ? [0, 1] : [Math.min(count - 2, Math.floor(place)), 2];
}

/** The way of a point as a path among the cells. */
export function trailPath(geometry: GridGeometry, trail: readonly Place[]): string {
  return linePath(trail.length, (k) => spotOf(geometry, trail[k] as Place));
}

/** A ring around a spot. */
export function ringPath({ x, y }: Spot): string {
  return `M${tenth(x - RING)} ${tenth(y)}a${RING} ${RING} 0 1 0 ${2 * RING} 0a${RING} ${RING} 0 1 0 ${-2 * RING} 0`;
}

/** Side of a cell's folded corner, px. */
const FOLD = 11;

/** The folded corners, upper right, of those of some cells that are in sight. @param columns of the whole map. */
export function foldsPath(geometry: GridGeometry, cells: ReadonlySet<number>, columns: number): string {
  const { column, row, columns: wide, rows: high } = geometry.window;
  let path = '';
  for (const index of cells) {
    const at = { column: index % columns, row: Math.floor(index / columns) };
    const isSeen = at.column >= column && at.column < column + wide && at.row >= row && at.row < row + high;
    if (!isSeen) continue;
    const { x, y } = cellOrigin(geometry, at.column, at.row);
    const [right, top] = [x - geometry.headerWidth + geometry.cellWidth - 1, y - geometry.headerHeight + 1];
    path += `M${tenth(right - FOLD)} ${tenth(top)}h${FOLD}v${FOLD}z`;
  }
  return path;
}

/** A rectangle of the picture that covers the cells, px from their upper left corner. */
export interface Box extends Spot {
  readonly width: number;
  readonly height: number;
}

/** A region's rectangle among the cells. */
export function regionBox(geometry: GridGeometry, region: GridRegion): Box {
  const { headerWidth, headerHeight } = geometry;
  const { x: left, y: top } = cellOrigin(geometry, region.fromColumn, region.toRow - 1);
  const { x: right, y: bottom } = cellOrigin(geometry, region.toColumn, region.fromRow - 1);
  return { x: left - headerWidth, y: top - headerHeight, width: right - left, height: bottom - top };
}

function linePath(length: number, spot: (k: number) => Spot): string {
  let path = '';
  for (let k = 0; k < length; k += 1) {
    const { x, y } = spot(k);
    path += `${k === 0 ? 'M' : 'L'}${tenth(x)} ${tenth(y)}`;
  }
  return path;
}

function tenth(px: number): number {
  return Math.round(px * 10) / 10;
}
