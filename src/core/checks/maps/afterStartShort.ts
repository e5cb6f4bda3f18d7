import { check } from '../entry/check';
import { cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { temperatureWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

/** An enrichment after the start that is gone sooner than this does nothing, s. */
const LEAST_S = 2;

export const mapsAfterStartShort = check({
  id: 'maps.afterStartShort',
  title: 'After-start enrichment that is gone at once',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'Ports and valves are cold for many seconds, and the engine dies when the fuel for them stops.',
  find: (document) => {
    const map = mapInUse(document, 'afterStartDecay');
    const worst = map === null ? null : worstCell(cellsOf(map), ({ value }) => LEAST_S - value);
    return worst === null ? null : { place: 'maps.afterStartDecay', data: { cell: worst } };
  },
  say: ({ cell }, units) =>
    `At ${temperatureWords(cell.x, units)} the enrichment after the start is gone after ${cell.value.toFixed(1)} s; ${LEAST_S} s are the least. Let it last longer.`,
  remedy: (document) => {
    const map = mapInUse(document, 'afterStartDecay');
    return map === null
      ? null
      : cellsRemedy(
          'afterStartDecay',
          map,
          ({ value }) => Math.max(value, LEAST_S),
          (cells) => `Raise ${cells} to ${LEAST_S} s`,
        );
  },
});
