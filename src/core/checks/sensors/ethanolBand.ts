import { baseValue, curveOf } from '../../calibration';
import { check } from '../entry/check';
import { fitted } from './parts';

export const sensorsEthanolBand = check({
  id: 'sensors.ethanolBand',
  title: 'Fault band in the composition’s range',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'Good fuel would count as a broken sensor.',
  find: (document) => {
    const curve = fitted(document, 'ethanol') ? curveOf(document, 'sensors.ethanol.points') : null;
    const below = baseValue(document, 'sensors.ethanol.faultBelow');
    const above = baseValue(document, 'sensors.ethanol.faultAbove');
    if (curve === null || below === null || above === null) return null;
    const hz = curve.x.find((value) => value < below || value > above);
    return hz === undefined ? null : { place: 'sensors.ethanol.faultBelow', data: { hz } };
  },
  say: ({ hz }) => `${hz} Hz belongs to the sensor’s own range but counts as a fault. Widen the band.`,
});
