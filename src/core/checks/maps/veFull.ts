import { baseValue, conversionContext } from '../../calibration';
import { gridOf, lookUpMap } from '../../numeric';
import { check, foundWhen } from '../entry/check';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';

/** Filling at full load that engines have, %. */
const USUAL_PERCENT = { least: 60, most: 125 } as const;

export const mapsVeFull = check({
  id: 'maps.veFull',
  title: 'Filling at full load out of the usual',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'All of it is fuel: too little melts pistons, too much washes cylinders.',
  find: (document) => {
    const map = mapInUse(document, 've');
    const speedRpm = baseValue(document, 'engine.torquePeakSpeed');
    if (map === null || speedRpm === null) return null;
    const percent = lookUpMap(gridOf(map), speedRpm, conversionContext(document).barometricKpa);
    const isOdd = percent < USUAL_PERCENT.least || percent > USUAL_PERCENT.most;
    return foundWhen(isOdd, 'maps.ve', { percent, speedRpm });
  },
  say: ({ percent, speedRpm }) =>
    `Wide open at peak torque, ${Math.round(speedRpm)} rev/min, the filling is ${percent.toFixed(0)} %; engines have ${USUAL_PERCENT.least} to ${USUAL_PERCENT.most}. Propose the map anew, or measure.`,
});
