import { conversionContext } from '../../calibration';
import { check } from '../entry/check';
import { atSpeed, beside, cellsOf, fallingAbove, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { absoluteWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

/** From this share of the air outside on, more pressure should not be more advance. */
const FROM_SHARE = 0.6;
/** More by less than this is rounding, degrees. */
const SLACK_DEG = 0.5;

export const mapsSparkRises = check({
  id: 'maps.sparkRises',
  title: 'More advance with more pressure',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'A fuller cylinder burns faster and knocks sooner: it wants less advance.',
  find: (document) => {
    const map = mapInUse(document, 'spark');
    if (map === null) return null;
    const fromKpa = conversionContext(document).barometricKpa * FROM_SHARE;
    const worst = worstCell(cellsOf(map), (cell) => {
      const above = beside(map, cell, 'above');
      return above === null || cell.y < fromKpa ? 0 : above - cell.value - SLACK_DEG;
    });
    const above = worst === null ? null : beside(map, worst, 'above');
    return worst === null || above === null ? null : { place: 'maps.spark', data: { cell: worst, above } };
  },
  say: ({ cell, above }, units) =>
    `At ${atSpeed(cell)} advance goes from ${cell.value.toFixed(1)}° at ${absoluteWords(cell.y, units)} to ${above.toFixed(1)}° above it. Take it back.`,
  remedy: (document) => {
    const map = mapInUse(document, 'spark');
    if (map === null) return null;
    const fromKpa = conversionContext(document).barometricKpa * FROM_SHARE;
    return cellsRemedy(
      'spark',
      map,
      fallingAbove(map, fromKpa),
      (cells) => `Take ${cells} back to the advance below`,
    );
  },
});
