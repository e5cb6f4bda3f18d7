import { barometricKpa } from '@/core/air';
import { cylinderVolumeCm3 } from '@/core/engine';
import { fuelById } from '@/core/fuels';
import { fuelFlowAtRatingGPerS } from '@/core/injector';
import { curveThrough } from '@/core/numeric';
import type { BuiltCar } from '../car';
import { trueVeGrid } from '../plant';
import { thermistor, trueDeadTime } from './parts';

const BAROMETRIC_KPA = barometricKpa(1900);

/** Ventisca as built: its parts differ from their sheets, as parts do. */
export const ventisca: BuiltCar = {
  engine: {
    label: 'Ventisca as built',
    cylinders: 6,
    cylinderVolumeCm3: cylinderVolumeCm3(84, 74),
    compressionRatio: 9.2,
    barometricKpa: BAROMETRIC_KPA,
    fuel: fuelById('petrolOxygenated'),
    ve: trueVeGrid({
      peakPercent: 95,
      peakSpeedRpm: 4350,
      widthRpm: 2600,
      floorShare: 0.47,
      rippleShare: 0.02,
      ripplePeriodRpm: 1900,
      backflowShare: 0.45,
      barometricKpa: BAROMETRIC_KPA,
    }),
    injector: {
      ratedFlowGPerS: fuelFlowAtRatingGPerS((604 / 60) * 0.745, 0.745, 0.745),
      ratedPressureKpa: 300,
      measuredFlow: curveThrough([]),
      railGaugeKpa: 350,
      regulator: 'manifold',
      shortPulse: curveThrough([
        [0.3, 0.05],
        [1.8, 0],
      ]),
      deadTime: trueDeadTime(350, [
        [6.5, 3.85],
        [8, 2.56],
        [9.5, 1.87],
        [11, 1.46],
        [12.5, 1.18],
        [14, 0.98],
        [16, 0.81],
      ]),
    },
    inertiaKgM2: 0.19,
    manifoldVolumeL: 4.2,
    hotIdleRpm: 1000,
  },
  coolant: thermistor([-20, 15300], [20, 2480], [100, 187.5]),
  air: thermistor([-20, 16900], [20, 2505], [80, 329]),
  map: curveThrough([
    [0.41, 20],
    [4.66, 250],
  ]),
  fuelPressure: curveThrough([
    [0.51, 0],
    [4.49, 1000],
  ]),
  wheel: {
    kind: 'missing',
    teeth: 60,
    missing: 2,
    tdcOffsetDeg: 83,
    cam: { teeth: 1, beforeTdcDeg: 152, windowDeg: 40 },
  },
  coil: { primary: { resistanceOhm: 0.57, inductanceMh: 3.2 }, wantedA: 8 },
  idleValveGPerS: 44.4 / 3.6,
};
