import { faultBandOf } from '../../calibration';
import { faultBandProblem } from '../../sensors';
import { check } from '../entry/check';
import { band, bandRemedy, bandWords, THERMISTORS, usedVolts } from './parts';

export const sensorsThermistorFaultBand = check({
  id: 'sensors.thermistorFaultBand',
  title: 'Fault band in normal use',
  severity: 'warns',
  reads: ['sensors', 'engine', 'injectors', 'pins'],
  why: 'In frost or heat a healthy sensor would count as broken.',
  find: (document) =>
    THERMISTORS.flatMap((sensor) => {
      const own = faultBandOf(document, sensor);
      const usedV = usedVolts(document, sensor);
      if (usedV.length === 0 || own === null) return [];
      return band(`sensors.${sensor}.faultHigh`, faultBandProblem(own, usedV));
    }),
  say: bandWords,
  remedy: bandRemedy,
});
