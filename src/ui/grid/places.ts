import { type AxisDefinition, axisPlace, type MapData, type MapDefinition } from '@/core/map';
import { intervalFraction, intervalIndex } from '@/core/numeric';
import { formatNumber, inSentence } from '@/core/units';
import type { GridRegion } from './geometry';
import type { Place } from './selection';

/** A point in units of the axes. */
export interface AxisPoint {
  readonly x: number;
  readonly y: number;
}

/** A stretch of a map in units of its axes; its ends may lie beyond them. */
export interface AxisRegion {
  readonly fromX: number;
  readonly toX: number;
  readonly fromY: number;
  readonly toY: number;
  /** Only its borders are drawn. */
  readonly open?: boolean;
}

/** What runs along the axes, with units. */
export function axesText({ x, y }: MapDefinition): string {
  const words = ({ label, unit }: AxisDefinition) =>
    unit === '' ? inSentence(label) : `${inSentence(label)}, ${unit}`;
  return y === null ? `Across: ${words(x)}.` : `Across: ${words(x)}. Up: ${words(y)}.`;
}

/** Where a value of an axis lies at a place between its breakpoints. */
export function along(axis: readonly number[], place: number): number {
  const low = Math.min(axis.length - 1, Math.max(0, Math.floor(place)));
  const from = axis[low] ?? 0;
  const to = axis[low + 1];
  return to === undefined ? from : from + (to - from) * Math.max(0, place - low);
}

/** A region from axis units to cells: its edges lie between the middles of cells. */
export function regionPlaces(
  map: Pick<MapData, 'x' | 'y'>,
  { fromX, toX, fromY, toY, open }: AxisRegion,
): GridRegion | null {
  const edge = (axis: readonly number[], value: number) => {
    const [first, last] = [axis[0] ?? 0, axis[axis.length - 1] ?? 0];
    if (value < first) return 0;
    if (value > last) return axis.length;
    return cellPlace(Float64Array.from(axis), value) + 0.5;
  };
  const found = {
    fromColumn: edge(map.x, fromX),
    toColumn: edge(map.x, toX),
    fromRow: edge(map.y, fromY),
    toRow: edge(map.y, toY),
    ...(open === true ? { open } : {}),
  };
  return found.toColumn > found.fromColumn && found.toRow > found.fromRow ? found : null;
}

/** A value's place along an axis, in cells. */
export function cellPlace(axis: Float64Array, value: number): number {
  if (axis.length < 2) return 0;
  const i = intervalIndex(axis, value);
  return i + intervalFraction(axis, i, value);
}

/** An operating point in cells. */
export function placeOf(map: Pick<MapData, 'x' | 'y'>, point: { x: number; y: number }): Place {
  return {
    column: cellPlace(Float64Array.from(map.x), point.x),
    row: cellPlace(Float64Array.from(map.y), point.y),
  };
}

/** A point of the axes in cells; null where it is not known. */
export function placeInCells(map: Pick<MapData, 'x' | 'y'>, point: AxisPoint): Place | null {
  return Number.isFinite(point.x) && Number.isFinite(point.y) ? placeOf(map, point) : null;
}

/** A cell in words: "1500 rev/min, 35 kPa abs: 43.1 %". */
export function cellLabel(
  definition: MapDefinition,
  map: Pick<MapData, 'x' | 'y' | 'values'>,
  place: Place,
): string {
  const value = formatNumber(map.values[place.row * map.x.length + place.column] ?? 0, definition.decimals);
  const unit = definition.unit === '' ? '' : ` ${definition.unit}`;
  return `${placeName(definition, map, place)}: ${value}${unit}`;
}

/** A cell's place in words: "1500 rev/min, 35 kPa abs". */
export function placeName(definition: MapDefinition, map: Pick<MapData, 'x' | 'y'>, place: Place): string {
  const x = axisPlace(definition.x, map.x[place.column]);
  return definition.y === null ? x : `${x}, ${axisPlace(definition.y, map.y[place.row])}`;
}
