import { check } from '../entry/check';
import { atSpeed, type Cell, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { cellsRemedy } from '../entry/remedy';

/** Mixtures that a warm engine burns without missing. */
const BURNS = { richest: 0.65, leanest: 1.2 } as const;

export const mapsLambdaUnburnable = check({
  id: 'maps.lambdaUnburnable',
  title: 'A mixture that hardly burns',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'It misfires there, and a lambda sensor reads every misfire as lean.',
  find: (document) =>
    (['lambda', 'lambdaThrottle'] as const).flatMap((id) => {
      const map = mapInUse(document, id);
      const worst =
        map === null
          ? null
          : worstCell(cellsOf(map), ({ value }) => Math.max(BURNS.richest - value, value - BURNS.leanest));
      return worst === null ? [] : [{ place: `maps.${id}` as const, data: { cell: worst } }];
    }),
  say: ({ cell }) =>
    `At ${atSpeed(cell)} lambda ${cell.value.toFixed(2)} is asked for; petrol burns well from ${BURNS.richest} to ${BURNS.leanest}. Correct it.`,
  remedy: (document, { place }) => {
    const id = place === 'maps.lambda' ? 'lambda' : 'lambdaThrottle';
    const map = mapInUse(document, id);
    const burning = ({ value }: Cell) => Math.min(BURNS.leanest, Math.max(BURNS.richest, value));
    return map === null ? null : cellsRemedy(id, map, burning, (cells) => `Take ${cells} to what burns`);
  },
});
