import { baseValue, type Calibration } from '../../calibration';
import { fuelById } from '../../fuels';
import { knockLimitDeg } from '../../spark';
import { check } from '../entry/check';
import { atSpeed, type Cell, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import { absoluteWords } from '../entry/units';
import { cellsRemedy } from '../entry/remedy';

/** Degrees below the estimate of knock that a remedy goes. */
const BELOW_DEG = 2;

export const mapsSparkOverKnock = check({
  id: 'maps.sparkOverKnock',
  title: 'Advance beyond the estimate of knock',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'Knock at full load breaks ring lands in seconds, and is not heard over the exhaust.',
  find: (document) => {
    const map = mapInUse(document, 'spark');
    const knock = knockLimit(document);
    if (map === null || knock === null) return null;
    const { limit, octane } = knock;
    const worst = worstCell(cellsOf(map), ({ x, y, value }) => value - limit(x, y));
    return worst === null
      ? null
      : { place: 'maps.spark', data: { cell: worst, limitDeg: limit(worst.x, worst.y), octane } };
  },
  say: ({ cell, limitDeg, octane }, units) =>
    `At ${atSpeed(cell)} and ${absoluteWords(cell.y, units)} it is ${cell.value.toFixed(1)}°; with ${octane} octane knock is to be expected from about ${limitDeg.toFixed(0)}°. Begin lower, and add what torque rewards.`,
  remedy: (document) => {
    const map = mapInUse(document, 'spark');
    const knock = knockLimit(document);
    if (map === null || knock === null) return null;
    const below = ({ x, y, value }: Cell) => {
      const limitDeg = knock.limit(x, y);
      return value > limitDeg ? Math.floor((limitDeg - BELOW_DEG) * 2) / 2 : value;
    };
    return cellsRemedy('spark', map, below, (cells) => `Take ${cells} ${BELOW_DEG}° below the estimate`);
  },
});

/** The estimate of knock for an engine as it is described; null while it is not. */
function knockLimit(document: Calibration) {
  const { engine } = document;
  const compressionRatio = baseValue(document, 'engine.compressionRatio');
  if (engine.fuel === null || compressionRatio === null) return null;
  const { octane } = fuelById(engine.fuel.value);
  const boreMm = engine.geometry === 'boreAndStroke' ? baseValue(document, 'engine.bore') : null;
  const limit = (speedRpm: number, kpa: number) =>
    knockLimitDeg({ octane, compressionRatio, boreMm }, speedRpm, kpa);
  return { limit, octane };
}
