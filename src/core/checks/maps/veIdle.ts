import { mapAt } from '../../calibration';
import { gridOf, lookUpMap } from '../../numeric';
import { check, foundWhen } from '../entry/check';
import { hotIdle } from '../entry/hotIdle';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';
import { absoluteWords } from '../entry/units';

/** Filling that engines idle at, %. */
const USUAL_PERCENT = { least: 18, most: 75 } as const;

export const mapsVeIdle = check({
  id: 'maps.veIdle',
  title: 'Filling at idle out of the usual',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'An engine that is this far off floods, or dies, as soon as it has caught.',
  find: (document) => {
    const map = mapInUse(document, 've') === null ? null : mapAt(document, 've');
    const idle = hotIdle(document);
    if (map === null || idle === null) return null;
    const percent = lookUpMap(gridOf(map), idle.speedRpm, idle.kpa);
    const isOdd = percent < USUAL_PERCENT.least || percent > USUAL_PERCENT.most;
    return foundWhen(isOdd, 'maps.ve', { percent, ...idle });
  },
  say: ({ percent, speedRpm, kpa }, units) =>
    `At idle, ${Math.round(speedRpm)} rev/min and ${absoluteWords(kpa, units)}, the filling is ${percent.toFixed(0)} %; engines idle at ${USUAL_PERCENT.least} to ${USUAL_PERCENT.most}. Propose the map anew, or measure.`,
});
