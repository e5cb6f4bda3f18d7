import { check } from '../entry/check';
import { atSpeed, beside, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';

/** Filling of one cell over another beside it, from which it is a cliff. */
const CLIFF = 1.6;

export const mapsVeCliff = check({
  id: 'maps.veCliff',
  title: 'A cliff in the filling',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'Engines breathe smoothly: on a cliff the mixture is wrong on both sides of it.',
  find: (document) =>
    (['ve', 'veThrottle'] as const).flatMap((id) => {
      const map = mapInUse(document, id);
      if (map === null) return [];
      const steepness = (cell: (typeof cells)[number], by: 'right' | 'above') => {
        const next = beside(map, cell, by);
        return next === null ? 0 : Math.max(cell.value / next, next / cell.value);
      };
      const cells = cellsOf(map);
      // Along the throttle filling rises many times over; along speed it never does.
      const ways = id === 've' ? (['right', 'above'] as const) : (['right'] as const);
      const worst = worstCell(cells, (cell) => Math.max(...ways.map((by) => steepness(cell, by))) - CLIFF);
      if (worst === null) return [];
      const times = Math.max(...ways.map((by) => steepness(worst, by)));
      return [{ place: `maps.${id}` as const, data: { cell: worst, times } }];
    }),
  say: ({ cell, times }) =>
    `At ${atSpeed(cell)} the filling of ${cell.value.toFixed(1)} % is ${times.toFixed(1)} times that of the cell beside it. Smooth it, or find out which is right.`,
});
