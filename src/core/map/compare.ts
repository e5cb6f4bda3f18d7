import { gridOf, lookUpCurve, lookUpMap } from '../numeric';
import type { MapData } from './mapSchema';
import { sameAxes } from './proposal';

/** What two maps differ by, on the axes of the first. */
export interface MapDifference {
  /** First minus second, each cell. */
  readonly values: number[];
  /** The second map on the first one's axes. */
  readonly other: number[];
  /** Number of cells that differ. */
  readonly cells: number;
  /** The largest difference, with its sign. */
  readonly largest: number;
  /** They stand on other breakpoints: the second was read between its own. */
  readonly otherAxes: boolean;
}

/** Below this a difference is only rounding. */
const NOTHING = 1e-9;

/** The difference of two maps on the axes of the first; the second is read between its cells where axes differ. */
export function mapDifference(map: MapData, other: MapData): MapDifference {
  const otherAxes = !sameAxes(other, map);
  const values = otherAxes ? onAxesOf(map, other) : other.values;
  const difference = map.values.map((value, i) => {
    const by = value - (values[i] as number);
    return Math.abs(by) < NOTHING ? 0 : by;
  });
  let largest = 0;
  for (const by of difference) if (Math.abs(by) > Math.abs(largest)) largest = by;
  return {
    values: difference,
    other: [...values],
    cells: difference.filter((by) => by !== 0).length,
    largest,
    otherAxes,
  };
}

/** A map's surface at the breakpoints of another. */
function onAxesOf(axes: MapData, map: MapData): number[] {
  const grid = gridOf(map);
  if (axes.y.length === 0) return axes.x.map((x) => lookUpCurve(grid, x));
  return axes.y.flatMap((y) => axes.x.map((x) => lookUpMap(grid, x, y)));
}
