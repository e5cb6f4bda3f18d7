import type { MapData } from '../../map';
import { type Grid, gridOf } from '../../numeric';

const known = new WeakMap<MapData, Grid>();

/**
 * A map as a grid, the same one each time: a control that holds a map reads the very numbers that are written into it while it
 * runs. A map of a document is never changed in place.
 */
export function mapGrid(map: MapData): Grid {
  const before = known.get(map);
  if (before !== undefined) return before;
  const grid = gridOf(map);
  known.set(map, grid);
  return grid;
}
