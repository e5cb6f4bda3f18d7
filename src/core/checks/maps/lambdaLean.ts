import { conversionContext, type Calibration } from '../../calibration';
import { check } from '../entry/check';
import { atSpeed, type Cell, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { absoluteWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

/** Full load begins at this share of the air outside; boost above it by some. */
const FULL_SHARE = 0.95;
const BOOST_SHARE = 1.1;
/** Leanest targets that a first map should hold there. */
const LEANEST = { full: 0.95, boost: 0.92 } as const;

export const mapsLambdaLean = check({
  id: 'maps.lambdaLean',
  title: 'Lean at full load',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'Rich at full load cools and keeps from knocking; lean there is what breaks pistons.',
  find: (document) => {
    const map = mapInUse(document, 'lambda');
    if (map === null) return null;
    const allowed = leanestAllowed(document);
    const worst = worstCell(cellsOf(map), ({ y, value }) => value - allowed(y) - 1e-9);
    return worst === null ? null : { place: 'maps.lambda', data: { cell: worst, allowed: allowed(worst.y) } };
  },
  say: ({ cell, allowed }, units) =>
    `At ${atSpeed(cell)} and ${absoluteWords(cell.y, units)} lambda ${cell.value.toFixed(2)} is asked for; ${allowed} is the leanest for a first run. Make it richer.`,
  remedy: (document) => {
    const map = mapInUse(document, 'lambda');
    const allowed = leanestAllowed(document);
    const richer = ({ y, value }: Cell) => Math.min(value, allowed(y));
    return map === null
      ? null
      : cellsRemedy('lambda', map, richer, (cells) => `Make ${cells} as rich as a first run asks`);
  },
});

/** The leanest target at a pressure that a first map should hold. */
function leanestAllowed(document: Calibration): (kpa: number) => number {
  const { barometricKpa } = conversionContext(document);
  return (kpa) => {
    if (kpa >= barometricKpa * BOOST_SHARE) return LEANEST.boost;
    return kpa >= barometricKpa * FULL_SHARE ? LEANEST.full : Infinity;
  };
}
