import { conversionContext } from '../../calibration';
import { check } from '../entry/check';
import { atSpeed, cellsOf, mapInUse, worstCell } from '../entry/maps';
import { absoluteWords } from '../entry/units';

/** Full load begins at this share of the air outside; boost above it by some. */
const FULL_SHARE = 0.95;
const BOOST_SHARE = 1.1;
/** Leanest targets that a first map should hold there. */
const LEANEST = { full: 0.95, boost: 0.92 } as const;

export const mapsLambdaLean = check({
  id: 'maps.lambdaLean',
  title: 'Lean at full load',
  severity: 'warns',
  reads: ['maps', 'engine', 'blend', 'idle', 'injectors', 'load'],
  why: 'Rich at full load cools and keeps from knocking; lean there is what breaks pistons.',
  find: (document) => {
    const map = mapInUse(document, 'lambda');
    if (map === null) return null;
    const { barometricKpa } = conversionContext(document);
    const allowed = (kpa: number) =>
      kpa >= barometricKpa * BOOST_SHARE
        ? LEANEST.boost
        : kpa >= barometricKpa * FULL_SHARE
          ? LEANEST.full
          : Infinity;
    const worst = worstCell(cellsOf(map), ({ y, value }) => value - allowed(y) - 1e-9);
    return worst === null ? null : { place: 'maps.lambda', data: { cell: worst, allowed: allowed(worst.y) } };
  },
  say: ({ cell, allowed }, units) =>
    `At ${atSpeed(cell)} and ${absoluteWords(cell.y, units)} lambda ${cell.value.toFixed(2)} is asked for; ${allowed} is the leanest for a first run. Make it richer.`,
});
