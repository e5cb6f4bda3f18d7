import { check } from '../entry/check';
import { beside, type Cell, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { temperatureWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

const FALLING = [
  'prime',
  'cranking',
  'afterStart',
  'warmUp',
  'crankingSecond',
  'afterStartSecond',
  'warmUpSecond',
] as const;

export const mapsStartNotFalling = check({
  id: 'maps.startNotFalling',
  title: 'A start curve that rises with temperature',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'The warmer it is the more fuel evaporates by itself, and a warm engine floods.',
  find: (document) =>
    FALLING.flatMap((id) => {
      const map = mapInUse(document, id);
      const worst =
        map === null
          ? null
          : worstCell(
              cellsOf(map),
              (cell) => (beside(map, cell, 'right') ?? cell.value) / Math.max(1e-9, cell.value) - 1.001,
            );
      const next = map === null || worst === null ? null : beside(map, worst, 'right');
      const warmerC = map === null || worst === null ? undefined : map.x[worst.column + 1];
      return worst === null || next === null || warmerC === undefined
        ? []
        : [{ place: `maps.${id}` as const, data: { cell: worst, next, warmerC } }];
    }),
  say: ({ cell, next, warmerC }, units) =>
    `It is ${cell.value.toFixed(2)} at ${temperatureWords(cell.x, units)} and ${next.toFixed(2)} at ${temperatureWords(warmerC, units)}. It should fall all the way: check both.`,
  remedy: (document, { place }) => {
    const id = FALLING.find((falling) => place === `maps.${falling}`);
    const map = id === undefined ? null : mapInUse(document, id);
    if (id === undefined || map === null) return null;
    const falling = ({ column }: Cell) => Math.min(...map.values.slice(0, column + 1));
    return cellsRemedy(id, map, falling, (cells) => `Lower ${cells}, so that it falls all the way`);
  },
});
