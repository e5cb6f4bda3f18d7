import { barometricKpa } from '@/core/air';
import { cylinderVolumeCm3 } from '@/core/engine';
import { fuelById } from '@/core/fuels';
import { fuelFlowAtRatingGPerS } from '@/core/injector';
import { curveThrough } from '@/core/numeric';
import { soundSensor } from '../car';
import { trueVeGrid } from '../plant';
import type { BuiltCar, BuiltFor } from './builtCar';
import { asBuilt, onceMade, thermistor, trueDeadTime } from './parts';
import { knockFrequencyHz } from '@/core/sensors';
import { evenFiring, screwForReserve, shares, usualExhaust } from './usualParts';

const BAROMETRIC_KPA = barometricKpa(300);
/** What each throttle passes on its stop, by screws that are never quite the same, mm²: before they are opened for a reserve of spark. */
const STOP_MM2 = [3.4, 3.1, 3.3, 3.2];
/** Its thermostatic valve, °C to mm²: made for engines of its size. */
const THERMOSTATIC = curveThrough([
  [-30, 19],
  [-20, 13.5],
  [-10, 11],
  [0, 7.8],
  [20, 3.9],
  [40, 1.3],
  [60, 0.3],
  [75, 0],
]);

/** Its injectors’ dead time. */
const deadTime = onceMade(() =>
  trueDeadTime(300, [
    [7, 2.9],
    [8, 2.28],
    [9.5, 1.62],
    [11, 1.25],
    [12.5, 1.0],
    [14, 0.84],
    [16, 0.7],
  ]),
);

const WHEEL_SENSORS = {
  crank: soundSensor({ is: { kind: 'hall', mark: 'falling' }, delayUs: 20 }),
  cam: soundSensor({ is: { kind: 'hall', mark: 'falling' }, delayUs: 20 }),
};

/** Pardela as built. */
export const pardela = (program: BuiltFor): BuiltCar => ({
  engine: {
    label: 'Pardela as built',
    cylinders: 4,
    cylinderVolumeCm3: cylinderVolumeCm3(79, 81.4),
    compressionRatio: 11.8,
    firing: program.firing ?? evenFiring(4),
    fuel: fuelById('petrol'),
    ve: trueVeGrid({
      peakPercent: 102,
      peakSpeedRpm: 5600,
      widthRpm: 3100,
      floorShare: 0.41,
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
      deadTime: deadTime(),
    },
    second: program.second && asBuilt(program.second, { flow: 1.02, deadTime: 0.95 }),
    airShare: shares([0.004, -0.006, 0.007, -0.005]),
    fuelShare: shares([0.008, -0.003, -0.009, 0.004]),
    throttle: { fullMm2: 1590, stopMm2: STOP_MM2.map((mm2) => mm2 * screwForReserve(program)) },
    idleAir: { valveMm2: 0, thermostatic: THERMOSTATIC },
    manifoldVolumeL: 0.9,
    heating: 0.95,
    fullAirFlowGPerS: 128,
    pumpGPerS: 26,
    alternatorShare: 1,
    batteryResistance: 1,
    supplyBreaksEveryS: null,
    inertiaKgM2: 0.11,
    friction: 0.98,
    thinBestLambda: 0.88,
    ringsHz: knockFrequencyHz(79),
    valveNoise: 0,
    charger: null,
    exhaust: usualExhaust(1.6, 4, [[1, 2, 3, 4]]),
    vehicle: {
      massKg: 720,
      tyreRadiusM: 0.29,
      ratios: [13.6, 9.9, 7.7, 6.3, 5.4],
      dragAreaM2: 0.62,
      rolling: 0.014,
    },
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
  wheelSensors: WHEEL_SENSORS,
  coil: { primary: { resistanceOhm: 0.5, inductanceMh: 2.65 }, wantedA: 7.5 },
});
