import { faultBandOf } from '../../calibration';
import { faultBandProblem } from '../../sensors';
import { check } from '../entry/check';
import { band, bandRemedy, bandWords, curves, usedVolts } from './parts';

export const sensorsFaultBand = check({
  id: 'sensors.faultBand',
  title: 'Fault band in the sensor’s range',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'A healthy sensor would count as broken, and its stand-in value be used.',
  find: (document) => {
    const withGears = usedVolts(document, 'gear').length > 0 ? (['gear'] as const) : [];
    return [...curves(document).map(({ id }) => id), ...withGears].flatMap((id) => {
      const own = faultBandOf(document, id);
      const problem = own === null ? null : faultBandProblem(own, usedVolts(document, id));
      return band(`sensors.${id}.faultLow`, problem);
    });
  },
  say: bandWords,
  remedy: bandRemedy,
});
