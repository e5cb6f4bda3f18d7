import type { Source } from '../field';
import { CALIBRATION_FORMAT, CALIBRATION_VERSION, type Calibration } from './schema';

/**
 * A valid document with nothing entered but the speed at which the engine counts as running, which has a sensible
 * default and says that it is only an estimate.
 * @param date today, YYYY-MM-DD.
 */
export function emptyCalibration(name: string, date: string): Calibration {
  const source: Source = { kind: 'estimated', date, note: 'Usual value' };
  return {
    format: CALIBRATION_FORMAT,
    version: CALIBRATION_VERSION,
    name,
    note: '',
    standIn: 'described',
    engine: {
      geometry: 'boreAndStroke',
      bore: null,
      stroke: null,
      displacement: null,
      cylinders: null,
      firingOrder: null,
      compressionRatio: null,
      induction: null,
      fuel: null,
      altitude: null,
      torquePeakSpeed: null,
      powerPeakSpeed: null,
      maxSpeed: null,
      maxManifoldPressure: null,
    },
    injectors: {
      ratedFlow: null,
      ratedPressure: null,
      testDensity: null,
      railPressure: null,
      regulator: null,
      deadTime: null,
    },
    startUp: { runningSpeed: { amount: 600, unit: 'rev/min', source } },
    maps: {
      ve: null,
      lambda: null,
      spark: null,
      cranking: null,
      afterStart: null,
      afterStartDecay: null,
      warmUp: null,
    },
  };
}
