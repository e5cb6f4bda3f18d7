import { faultBandOf, fieldInfo } from '../../calibration';
import type { FaultBand } from '../../sensors';
import { check } from '../entry/check';
import { bandRemedy, fitted, REFERENCE_V } from './parts';

const ALWAYS = ['map', 'throttle', 'coolant', 'air'] as const;
const WHERE_FITTED = ['lambdaOne', 'lambdaTwo', 'fuelPressure', 'oilPressure'] as const;

export const sensorsNoFaultBand = check({
  id: 'sensors.noFaultBand',
  title: 'A sensor without a fault band',
  severity: 'warns',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'The engine would be run by a number that no sensor gives.',
  find: (document) =>
    [...ALWAYS, ...WHERE_FITTED.filter((id) => fitted(document, id))]
      .filter((id) => isNone(faultBandOf(document, id)))
      .map((id) => {
        const place = `sensors.${id}.faultLow` as const;
        return { place, data: { label: fieldInfo(place)?.label ?? place } };
      }),
  say: () =>
    'There is no fault band: a broken wire reads as its lowest value, and is believed. Give both ends, outside what the sensor gives.',
  remedy: bandRemedy,
});

/** True for no band, and for one that nothing a broken wire does falls out of. */
function isNone(band: FaultBand | null): boolean {
  return band === null || (band.lowV <= 0 && band.highV >= REFERENCE_V);
}
