import { faultBandOf, thermistorOf } from '../../calibration';
import { faultBandProblem, isFalling, voltsAtTemperature } from '../../sensors';
import { check } from '../entry/check';
import { THERMISTORS, band, bandWords } from './parts';

/** Temperatures a thermistor must show without counting as faulty, °C. */
const USED_C = [-40, 130] as const;

export const sensorsThermistorFaultBand = check({
  id: 'sensors.thermistorFaultBand',
  title: 'Fault band in normal use',
  severity: 'warns',
  reads: ['sensors', 'engine', 'injectors', 'pins'],
  why: 'In frost or heat a healthy sensor would count as broken.',
  find: (document) =>
    THERMISTORS.flatMap((sensor) => {
      const described = thermistorOf(document, sensor);
      const own = faultBandOf(document, sensor);
      if (described === null || own === null || !isFalling(described.curve)) return [];
      const usedV = USED_C.map((celsius) => voltsAtTemperature(described.curve, described.pullUp, celsius));
      return band(`sensors.${sensor}.faultHigh`, faultBandProblem(own, usedV));
    }),
  say: bandWords,
});
