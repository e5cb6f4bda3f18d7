import { conversionContext } from '../../calibration';
import { check } from '../entry/check';
import { atSpeed, beside, cellsOf, fallingAbove, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { absoluteWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

/** From this share of the air outside on, more pressure should not be leaner. */
const FROM_SHARE = 0.8;
/** Leaner by less than this is rounding. */
const SLACK = 0.01;

export const mapsLambdaNotRicher = check({
  id: 'maps.lambdaNotRicher',
  title: 'Leaner with more pressure',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'The more the cylinder holds the hotter it burns, and the nearer is knock.',
  find: (document) => {
    const map = mapInUse(document, 'lambda');
    if (map === null) return null;
    const fromKpa = conversionContext(document).barometricKpa * FROM_SHARE;
    const worst = worstCell(cellsOf(map), (cell) => {
      const above = beside(map, cell, 'above');
      return above === null || cell.y < fromKpa ? 0 : above - cell.value - SLACK;
    });
    const above = worst === null ? null : beside(map, worst, 'above');
    return worst === null || above === null ? null : { place: 'maps.lambda', data: { cell: worst, above } };
  },
  say: ({ cell, above }, units) =>
    `At ${atSpeed(cell)} lambda goes from ${cell.value.toFixed(2)} at ${absoluteWords(cell.y, units)} to ${above.toFixed(2)} above it. Make it richer with pressure.`,
  remedy: (document) => {
    const map = mapInUse(document, 'lambda');
    if (map === null) return null;
    const fromKpa = conversionContext(document).barometricKpa * FROM_SHARE;
    return cellsRemedy(
      'lambda',
      map,
      fallingAbove(map, fromKpa),
      (cells) => `Make ${cells} no leaner than below`,
    );
  },
});
