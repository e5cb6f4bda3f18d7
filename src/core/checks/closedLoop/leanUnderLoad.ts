import { baseValue } from '../../calibration';
import { check } from '../entry/check';
import { cellsOf, MAPS_IN_USE, worstCell } from '../entry/maps';
import { cellsRemedy } from '../entry/remedy';
import { authorityInUse } from './parts';

/** Full load begins at this share of the highest pressure; leaner by more than so much there is unwise, %. */
const LOADED_SHARE = 0.85;
const MOST_PERCENT = 5;

export const closedLoopLeanUnderLoad = check({
  id: 'closedLoop.leanUnderLoad',
  title: 'Much leaner under full load',
  severity: 'advises',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'A sensor that reads falsely rich would make a loaded engine lean.',
  find: (document) => {
    const loaded = loadedCells(document);
    const worst = worstCell(loaded, ({ value }) => value - MOST_PERCENT);
    return worst === null ? null : { place: 'maps.loopLeaner' as const, data: { cell: worst } };
  },
  say: ({ cell }) =>
    `At ${Math.round(cell.x)} rev/min and full load the loop may go ${cell.value.toFixed(0)} % leaner: a reading that is falsely rich would take all of it.`,
  remedy: (document) => {
    const map = document.maps.loopLeaner;
    const fromKpa = LOADED_SHARE * (baseValue(document, 'engine.maxManifoldPressure') ?? Infinity);
    if (map === null) return null;
    return cellsRemedy(
      'loopLeaner',
      map,
      ({ y, value }) => (y >= fromKpa ? Math.min(value, MOST_PERCENT) : value),
      (cells) => `Leave ${MOST_PERCENT} % in ${cells}`,
    );
  },
});

/** Cells of full load in the map by pressure. */
function loadedCells(document: Parameters<typeof authorityInUse>[0]) {
  const uses = authorityInUse(document).some(([mapId]) => mapId === 'loopLeaner');
  const map = uses ? document.maps.loopLeaner : null;
  const mostKpa = baseValue(document, 'engine.maxManifoldPressure');
  return map === null || mostKpa === null ? [] : cellsOf(map).filter(({ y }) => y >= LOADED_SHARE * mostKpa);
}
