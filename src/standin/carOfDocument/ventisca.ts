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
import { evenFiring, openingMm2, shares, usualExhaust } from './usualParts';

const BAROMETRIC_KPA = barometricKpa(1900);
/** Set on the running engine: with it and a valve a third open it idles hot at the speed that is meant. */
const STOP_MM2 = 14.6;
const STOP_ALONE_MM2 = 22.4;

/** Its injectors’ dead time. */
const deadTime = onceMade(() =>
  trueDeadTime(350, [
    [6.5, 3.85],
    [8, 2.56],
    [9.5, 1.87],
    [11, 1.46],
    [12.5, 1.18],
    [14, 0.98],
    [16, 0.81],
  ]),
);

const WHEEL_SENSORS = {
  crank: soundSensor({ is: { kind: 'variableReluctance', mark: 'falling' }, delayUs: 45 }),
  cam: soundSensor({ is: { kind: 'hall', mark: 'rising' }, delayUs: 20 }),
};

/** Ventisca as built: its parts differ from their sheets, as parts do. What is typed of its make-up is right. */
export const ventisca = (program: BuiltFor): BuiltCar => ({
  engine: {
    label: 'Ventisca as built',
    cylinders: 6,
    cylinderVolumeCm3: cylinderVolumeCm3(84, 74),
    compressionRatio: 9.2,
    firing: program.firing ?? evenFiring(6),
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
      deadTime: deadTime(),
    },
    second: program.second && asBuilt(program.second, { flow: 0.97, deadTime: 1.06 }),
    airShare: shares([0.006, -0.008, 0.01, -0.004, 0.003, -0.007]),
    fuelShare: shares([-0.004, 0.009, 0.002, -0.01, 0.006, -0.003]),
    throttle: { fullMm2: 2960, stopMm2: [program.idleAir === 'valve' ? STOP_MM2 : STOP_ALONE_MM2] },
    idleAir: {
      valveMm2: program.idleAir === 'valve' ? openingMm2(44.4 / 3.6, BAROMETRIC_KPA, 0) : 0,
      thermostatic: curveThrough([[0, 0]]),
    },
    manifoldVolumeL: 4.2,
    heating: 0.95,
    fullAirFlowGPerS: 255,
    pumpGPerS: 42,
    alternatorShare: 1,
    batteryResistance: 1,
    supplyBreaksEveryS: null,
    inertiaKgM2: 0.19,
    friction: 1.1,
    thinBestLambda: 0.91,
    ringsHz: knockFrequencyHz(84),
    valveNoise: 0,
    charger: { drive: 'belt', pressureRatio: 2.05, topSpeedRpm: 7400, limitKpa: 163, cooled: 0.72 },
    exhaust: usualExhaust(2.46, 6, [
      [1, 2, 3],
      [4, 5, 6],
    ]),
    vehicle: {
      massKg: 980,
      tyreRadiusM: 0.3105,
      ratios: [13.1, 8.9, 6.7, 5.148, 4.2],
      dragAreaM2: 0.74,
      rolling: 0.028,
    },
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
  wheelSensors: WHEEL_SENSORS,
  coil: { primary: { resistanceOhm: 0.57, inductanceMh: 3.2 }, wantedA: 8 },
});
