import { barometricKpa } from '@/core/air';
import { cylinderVolumeCm3 } from '@/core/engine';
import { fuelById } from '@/core/fuels';
import { fuelFlowAtRatingGPerS } from '@/core/injector';
import { curveThrough } from '@/core/numeric';
import type { BuiltCar } from '../car';
import { trueVeGrid } from '../plant';
import { thermistor, trueDeadTime } from './parts';

const BAROMETRIC_KPA = barometricKpa(300);

/** Pardela as built. */
export const pardela: BuiltCar = {
  engine: {
    label: 'Pardela as built',
    cylinders: 4,
    cylinderVolumeCm3: cylinderVolumeCm3(79, 81.4),
    compressionRatio: 11.8,
    barometricKpa: BAROMETRIC_KPA,
    fuel: fuelById('petrol'),
    ve: trueVeGrid({
      peakPercent: 102,
      peakSpeedRpm: 5600,
      widthRpm: 3100,
      floorShare: 0.43,
      rippleShare: 0.03,
      ripplePeriodRpm: 2300,
      backflowShare: 0.52,
      barometricKpa: BAROMETRIC_KPA,
    }),
    injector: {
      ratedFlowGPerS: fuelFlowAtRatingGPerS((34.4 * 453.59237) / 3600, 0.684, 0.745),
      ratedPressureKpa: 300,
      measuredFlow: curveThrough([]),
      railGaugeKpa: 300,
      regulator: 'fixed',
      shortPulse: curveThrough([]),
      deadTime: trueDeadTime(300, [
        [7, 2.9],
        [8, 2.28],
        [9.5, 1.62],
        [11, 1.25],
        [12.5, 1.0],
        [14, 0.84],
        [16, 0.7],
      ]),
    },
    inertiaKgM2: 0.11,
    manifoldVolumeL: 0.9,
    hotIdleRpm: 1100,
  },
  coolant: thermistor([-20, 16000], [20, 2690], [100, 207]),
  air: thermistor([0, 5930], [25, 2080], [90, 245]),
  map: curveThrough([
    [0.4, 20],
    [4.64, 110],
  ]),
  fuelPressure: null,
  wheel: {
    kind: 'missing',
    teeth: 36,
    missing: 1,
    tdcOffsetDeg: 90,
    cam: { teeth: 1, beforeTdcDeg: 396, windowDeg: 60 },
  },
  coil: { primary: { resistanceOhm: 0.5, inductanceMh: 2.65 }, wantedA: 7.5 },
  idleValveGPerS: null,
};
