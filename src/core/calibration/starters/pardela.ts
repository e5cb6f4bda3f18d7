import type { EngineSheet } from './starter';

/** Hill-climb car: 1.6 L four with a throttle a cylinder. The second demo. */
export const pardela: EngineSheet = {
  id: 'pardela',
  name: 'Pardela',
  starterLabel: 'Four, individual throttles, 1.6 L',
  summary: 'No charger, long cams, a throttle a cylinder',
  note: 'Hill-climb car, 300 m above the sea.',
  engine: {
    bore: [79, 'mm', 'measured'],
    stroke: [81.4, 'mm', 'dataSheet'],
    cylinders: [4, '1', 'measured'],
    compressionRatio: [11.8, ':1', 'computed', 'From the measured chamber volume'],
    altitude: [300, 'm', 'estimated'],
    torquePeakSpeed: [5800, 'rev/min', 'estimated'],
    powerPeakSpeed: [7600, 'rev/min', 'estimated'],
    maxSpeed: [8200, 'rev/min', 'dataSheet'],
    maxManifoldPressure: [100, 'kPaAbs', 'estimated'],
  },
  firingOrder: [1, 3, 4, 2],
  induction: 'individualThrottles',
  fuel: 'petrol',
  injectors: {
    ratedFlow: [34, 'lb/h', 'dataSheet'],
    ratedPressure: [3, 'bar', 'dataSheet'],
    testDensity: [0.684, 'g/cm3', 'dataSheet'],
    railPressure: [3, 'barGauge', 'estimated', 'Regulator label, not measured yet'],
  },
  regulator: 'fixed',
  deadTime: {
    kind: 'estimated',
    points: [
      [8, 2.2],
      [9, 1.75],
      [10, 1.44],
      [11, 1.22],
      [12, 1.05],
      [13, 0.92],
      [14, 0.82],
      [15, 0.74],
    ],
  },
  runningSpeedRpm: 600,
};
