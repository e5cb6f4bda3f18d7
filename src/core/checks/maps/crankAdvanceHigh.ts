import { check } from '../entry/check';
import { cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { temperatureWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

/** Most advance that a starter turns an engine against, ° BTDC. */
const MOST_DEG = 15;

export const mapsCrankAdvanceHigh = check({
  id: 'maps.crankAdvanceHigh',
  title: 'Too much advance for cranking',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'A charge that burns before TDC kicks the crank back, and breaks starters.',
  find: (document) => {
    const map = mapInUse(document, 'crankAdvance');
    const worst = map === null ? null : worstCell(cellsOf(map), ({ value }) => value - MOST_DEG);
    return worst === null ? null : { place: 'maps.crankAdvance', data: { cell: worst } };
  },
  say: ({ cell }, units) =>
    `At ${temperatureWords(cell.x, units)} the starter turns against ${cell.value.toFixed(0)}° of advance; ${MOST_DEG}° are the most. Lower it.`,
  remedy: (document) => {
    const map = mapInUse(document, 'crankAdvance');
    return map === null
      ? null
      : cellsRemedy(
          'crankAdvance',
          map,
          ({ value }) => Math.min(value, MOST_DEG),
          (cells) => `Lower ${cells} to ${MOST_DEG}°`,
        );
  },
});
