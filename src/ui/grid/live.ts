import { useEffect, useMemo } from 'react';
import type { MapData } from '@/core/map';
import { type AxisPoint, cellPlace } from './places';
import type { Place } from './selection';

/** Where the engine is, outside React: it moves many times faster than screens are drawn. */
export interface LiveSource {
  /** Told of every place, in units of the axes; NaN where it is not known. @returns the way to end that. */
  readonly onPlace: (take: (at: AxisPoint) => void) => () => void;
  /** Told when to show them. @returns the way to end that. */
  readonly onBeat: (show: () => void) => () => void;
}

/** Places that are kept of the way: six seconds at fifty a second. */
const KEPT = 300;
/** Places closer than this are one, in cells. */
const STEP = 0.1;

/** The breakpoints that places lie between. */
export type PlaceAxes = Pick<MapData, 'x' | 'y'>;

/** The way of the engine over a map, in cells: the last places, in a ring that does not grow. */
export interface LiveWay {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly columns: Float64Array;
  readonly rows: Float64Array;
  /** Where the oldest place stands. */
  first: number;
  length: number;
}

/** A way over a map with these axes, that has not begun. */
export function noWay({ x, y }: PlaceAxes): LiveWay {
  return {
    x: Float64Array.from(x),
    y: Float64Array.from(y),
    columns: new Float64Array(KEPT),
    rows: new Float64Array(KEPT),
    first: 0,
    length: 0,
  };
}

/**
 * Adds a place, in units of the axes, to the end of a way; the oldest makes room. One close to the place before the last
 * takes the last’s place, so that an engine that idles draws no scribble. One that is not known ends the way.
 */
export function addPlace(way: LiveWay, at: AxisPoint): void {
  if (!Number.isFinite(at.x) || !Number.isFinite(at.y)) {
    way.length = 0;
    return;
  }
  const size = way.columns.length;
  const column = cellPlace(way.x, at.x);
  const row = cellPlace(way.y, at.y);
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

/** A place of a way, in cells, from the oldest; null beyond its ends. */
export function wayAt(way: LiveWay, k: number): Place | null {
  if (k < 0 || k >= way.length) return null;
  const i = (way.first + k) % way.columns.length;
  return { column: way.columns[i] as number, row: way.rows[i] as number };
}

/**
 * Keeps a way as the engine goes, and shows it at every beat, however many places come. Without a source it stays empty.
 */
export function useLiveWay(live: LiveSource | null, axes: PlaceAxes, show: (way: LiveWay) => void): void {
  const way = useMemo(() => noWay(axes), [axes]);
  useEffect(() => {
    if (live === null) return;
    const stop = live.onPlace((at) => addPlace(way, at));
    show(way);
    const rest = live.onBeat(() => show(way));
    return () => {
      stop();
      rest();
    };
  }, [live, way, show]);
}
