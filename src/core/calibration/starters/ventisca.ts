import type { EngineSheet } from './starter';

/** Ice-racing car: supercharged 2.46 L V6 at 1900 m in hard frost. The main demo. */
export const ventisca: EngineSheet = {
  id: 'ventisca',
  name: 'Ventisca',
  starterLabel: 'V6, supercharged, 2.46 L',
  summary: 'Belt-driven charger, raced at altitude in frost',
  note: 'Ice-racing car, run at 1900 m. Starts are made between −25 and 0 °C.',
  engine: {
    bore: [84, 'mm', 'measured', 'After honing'],
    stroke: [74, 'mm', 'dataSheet'],
    cylinders: [6, '1', 'measured'],
    compressionRatio: [9.2, ':1', 'computed', 'From the measured chamber volume'],
    altitude: [1900, 'm', 'measured'],
    torquePeakSpeed: [4600, 'rev/min', 'estimated'],
    powerPeakSpeed: [6800, 'rev/min', 'estimated'],
    maxSpeed: [7400, 'rev/min', 'dataSheet', 'Valve springs'],
    maxManifoldPressure: [165, 'kPaAbs', 'computed', 'From the pulley ratio'],
  },
  firingOrder: [1, 4, 2, 5, 3, 6],
  induction: 'supercharger',
  fuel: 'petrolOxygenated',
  injectors: {
    ratedFlow: [610, 'cm3/min', 'dataSheet'],
    ratedPressure: [300, 'kPa', 'dataSheet'],
    testDensity: [0.745, 'g/cm3', 'dataSheet'],
    railPressure: [350, 'kPaGauge', 'measured', 'On the rail, engine off'],
  },
  regulator: 'manifold',
  deadTime: {
    kind: 'dataSheet',
    points: [
      [7, 3.28],
      [8, 2.51],
      [9, 2.02],
      [10, 1.68],
      [11, 1.43],
      [12, 1.24],
      [13, 1.09],
      [14, 0.97],
      [15, 0.87],
      [16, 0.79],
    ],
  },
  runningSpeedRpm: 600,
};
