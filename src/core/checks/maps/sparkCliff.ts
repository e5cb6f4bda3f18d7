import { check } from '../entry/check';
import { atSpeed, beside, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';

/** Advance from one cell to the next from which it is a cliff, degrees. */
const CLIFF_DEG = 14;

export const mapsSparkCliff = check({
  id: 'maps.sparkCliff',
  title: 'A cliff in the spark',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'Torque jumps where spark does, and speed hunts about the cliff.',
  find: (document) =>
    (['spark', 'sparkThrottle'] as const).flatMap((id) => {
      const map = mapInUse(document, id);
      if (map === null) return [];
      const step = (cell: Parameters<typeof beside>[1]) =>
        Math.max(
          ...(['right', 'above'] as const).map((by) =>
            Math.abs((beside(map, cell, by) ?? cell.value) - cell.value),
          ),
        );
      const worst = worstCell(cellsOf(map), (cell) => step(cell) - CLIFF_DEG);
      return worst === null
        ? []
        : [{ place: `maps.${id}` as const, data: { cell: worst, stepDeg: step(worst) } }];
    }),
  say: ({ cell, stepDeg }) =>
    `At ${atSpeed(cell)} advance changes by ${stepDeg.toFixed(0)}° from ${cell.value.toFixed(1)}° to the cell beside it. Smooth it.`,
});
