import type { MapData } from '@/core/map';
import { type AxisPoint, cellPlace } from './places';

/** Where the engine is, outside React: it moves many times faster than screens are drawn. */
export interface LiveSource {
  /** Told of every place, in units of the axes. @returns the way to end that. */
  readonly onPlace: (take: (at: AxisPoint) => void) => () => void;
  /** Told that nothing is live any more. @returns the way to end that. */
  readonly onEnd: (ended: () => void) => () => void;
}

/** Places that are kept of the way: six seconds at fifty a second. */
const KEPT = 300;
/** Places closer than this are one, in cells. */
const STEP = 0.1;

/** The way of the engine over a map, in cells: the last places, in a ring that does not grow. */
export interface LiveWay {
  readonly columns: Float64Array;
  readonly rows: Float64Array;
  /** Where the oldest place stands. */
  first: number;
  length: number;
}

/** A way that has not begun. */
export function noWay(): LiveWay {
  return { columns: new Float64Array(KEPT), rows: new Float64Array(KEPT), first: 0, length: 0 };
}

/** Axes made ready for placing points on them. */
export interface PlacedAxes {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

export function placedAxes({ x, y }: Pick<MapData, 'x' | 'y'>): PlacedAxes {
  return { x: Float64Array.from(x), y: Float64Array.from(y) };
}

/**
 * Adds a place, in units of the axes, to the end of a way; the oldest makes room. One close to the place before the last
 * takes the last’s place, so that an engine that idles draws no scribble. One that is not known ends the way.
 */
export function addPlace(way: LiveWay, axes: PlacedAxes, at: AxisPoint): void {
  if (!Number.isFinite(at.x) || !Number.isFinite(at.y)) {
    way.length = 0;
    return;
  }
  const size = way.columns.length;
  const column = cellPlace(axes.x, at.x);
  const row = cellPlace(axes.y, at.y);
  const before = (way.first + way.length - 2) % size;
  const stays =
    way.length > 1 &&
    Math.hypot(column - (way.columns[before] as number), row - (way.rows[before] as number)) < STEP;
  if (!stays) {
    if (way.length === size) way.first = (way.first + 1) % size;
    else way.length += 1;
  }
  const last = (way.first + way.length - 1) % size;
  way.columns[last] = column;
  way.rows[last] = row;
}
