import { baseValue, listensForKnock } from '../../calibration';
import { gridOf, lookUpMap } from '../../numeric';
import { check } from '../entry/check';
import { cellsOf, mapInUse, MAPS_IN_USE, worstCell } from '../entry/maps';
import { cellsRemedy } from '../entry/remedy';

/** Ringing takes so many degrees after top dead centre to begin: a window is never too late before that, °. */
const NOT_BEFORE_DEG = 4;

export const knockWindowBeforeSpark = check({
  id: 'knock.windowBeforeSpark',
  title: 'Knock window before it can knock',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'The spark and what comes before it are loud, and are no knock.',
  find: (document) => {
    const map = mapInUse(document, 'knockStart');
    const spark = mapInUse(document, 'spark') ?? mapInUse(document, 'sparkThrottle');
    if (!listensForKnock(document) || map === null) return null;
    const worst = worstCell(cellsOf(map), ({ value }) => NOT_BEFORE_DEG - value);
    if (worst === null) return null;
    const grid = spark === null ? null : gridOf(spark);
    const top = baseValue(document, 'engine.maxManifoldPressure') ?? 100;
    const load = spark?.y.some((y) => y > 100) === true || document.maps.sparkThrottle === null ? top : 100;
    const sparkDeg = grid === null ? null : lookUpMap(grid, worst.x, load);
    return { place: 'maps.knockStart' as const, data: { cell: worst, sparkDeg } };
  },
  say: ({ cell, sparkDeg }) =>
    `At ${Math.round(cell.x)} rev/min listening begins ${cell.value < 0 ? `${-cell.value}° before` : `${cell.value}° after`} top dead centre${sparkDeg === null ? '' : `, and the spark comes ${sparkDeg.toFixed(0)}° before it`}: nothing rings before some ${NOT_BEFORE_DEG}° after it.`,
  remedy: (document) => {
    const { knockStart } = document.maps;
    if (knockStart === null) return null;
    return cellsRemedy(
      'knockStart',
      knockStart,
      ({ value }) => Math.max(value, 2 * NOT_BEFORE_DEG),
      (cells) => `Begin ${2 * NOT_BEFORE_DEG}° after it in ${cells}`,
    );
  },
});
