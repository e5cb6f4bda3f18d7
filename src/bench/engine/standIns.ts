import { baseValue, conversionContext, type Calibration, type StandInId } from '@/core/calibration';
import { barometricKpa, cylinderVolumeCm3 } from '@/core/engine';
import { fuelById, type EngineModel } from '@/core/fuel';
import { deadTimeSurface, fuelFlowAtRatingGPerS, type DeadTimeSurface } from '@/core/injector';
import { trueVeGrid, type StandIn } from './standIn';

/** Dead time as the injectors really have it, ms by volt. */
function trueDeadTime(
  pressureKpa: number,
  points: readonly (readonly [volts: number, ms: number])[],
): DeadTimeSurface {
  return deadTimeSurface({
    unit: 'ms',
    pressureUnit: 'kPa',
    pressures: [pressureKpa * 0.8, pressureKpa, pressureKpa * 1.2],
    rows: points.map(([volts, time]) => ({ volts, times: [time * 0.93, time, time * 1.07] })),
    source: { kind: 'measured', date: '2000-01-01' },
  });
}

const VENTISCA_BAROMETRIC = barometricKpa(1900);

const ventisca: StandIn = {
  label: 'Ventisca as built',
  cylinders: 6,
  cylinderVolumeCm3: cylinderVolumeCm3(84, 74),
  compressionRatio: 9.2,
  barometricKpa: VENTISCA_BAROMETRIC,
  fuel: fuelById('petrolOxygenated'),
  ve: trueVeGrid({
    peakPercent: 95,
    peakSpeedRpm: 4350,
    widthRpm: 2600,
    floorShare: 0.47,
    rippleShare: 0.02,
    ripplePeriodRpm: 1900,
    backflowShare: 0.45,
    barometricKpa: VENTISCA_BAROMETRIC,
  }),
  injector: {
    ratedFlowGPerS: fuelFlowAtRatingGPerS((604 / 60) * 0.745, 0.745, 0.745),
    ratedPressureKpa: 300,
    flowPoints: [],
    railGaugeKpa: 350,
    regulator: 'manifold',
    shortPulse: [
      { netMs: 0.3, addMs: 0.05 },
      { netMs: 1.8, addMs: 0 },
    ],
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
};

const PARDELA_BAROMETRIC = barometricKpa(300);

const pardela: StandIn = {
  label: 'Pardela as built',
  cylinders: 4,
  cylinderVolumeCm3: cylinderVolumeCm3(79, 81.4),
  compressionRatio: 11.8,
  barometricKpa: PARDELA_BAROMETRIC,
  fuel: fuelById('petrol'),
  ve: trueVeGrid({
    peakPercent: 102,
    peakSpeedRpm: 5600,
    widthRpm: 3100,
    floorShare: 0.43,
    rippleShare: 0.03,
    ripplePeriodRpm: 2300,
    backflowShare: 0.52,
    barometricKpa: PARDELA_BAROMETRIC,
  }),
  injector: {
    ratedFlowGPerS: fuelFlowAtRatingGPerS((34.4 * 453.59237) / 3600, 0.684, 0.745),
    ratedPressureKpa: 300,
    flowPoints: [],
    railGaugeKpa: 300,
    regulator: 'fixed',
    shortPulse: [],
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
};

/** Peak filling and floor by induction, for an engine only known by its description. */
const DESCRIBED_BREATHING = {
  natural: { peakPercent: 95, floorShare: 0.5, backflowShare: 0.44 },
  individualThrottles: { peakPercent: 101, floorShare: 0.44, backflowShare: 0.52 },
  supercharger: { peakPercent: 95, floorShare: 0.48, backflowShare: 0.44 },
  turbocharger: { peakPercent: 94, floorShare: 0.49, backflowShare: 0.45 },
} as const;

/** What a real injector set differs by from its sheet in a stand-in made from a description. */
const DESCRIBED_FLOW_FACTOR = 0.985;
const DESCRIBED_DEAD_TIME_ADDED_MS = 0.03;

/**
 * A stand-in for an engine known only by its description: the same metal and injectors, with a filling of its own and
 * injectors a little off their sheet. It cannot know that the description itself is wrong.
 */
function described(document: Calibration, model: EngineModel): StandIn {
  const context = conversionContext(document);
  const { injector } = model;
  const displacementL = (model.cylinders * model.cylinderVolumeCm3) / 1000;
  const maxSpeed = baseValue(document, 'engine.maxSpeed') ?? 7000;
  const peakSpeedRpm = (baseValue(document, 'engine.torquePeakSpeed') ?? maxSpeed * 0.62) * 0.96;
  const induction = document.engine.induction?.value ?? 'natural';
  return {
    label: 'An engine like the one described',
    cylinders: model.cylinders,
    cylinderVolumeCm3: model.cylinderVolumeCm3,
    compressionRatio: baseValue(document, 'engine.compressionRatio') ?? 10,
    barometricKpa: context.barometricKpa,
    fuel: fuelById(document.engine.fuel?.value ?? 'petrol'),
    ve: trueVeGrid({
      ...DESCRIBED_BREATHING[induction],
      peakSpeedRpm,
      widthRpm: peakSpeedRpm * 0.58,
      rippleShare: 0.02,
      ripplePeriodRpm: 2000,
      barometricKpa: context.barometricKpa,
    }),
    injector: {
      ...injector,
      ratedFlowGPerS: injector.ratedFlowGPerS * DESCRIBED_FLOW_FACTOR,
      deadTime: {
        ...injector.deadTime,
        curves: injector.deadTime.curves.map((curve) => ({
          ...curve,
          timesMs: curve.timesMs.map((time) => time + DESCRIBED_DEAD_TIME_ADDED_MS),
        })),
      },
    },
    inertiaKgM2: 0.03 + 0.065 * displacementL,
    manifoldVolumeL: displacementL * (induction === 'individualThrottles' ? 0.55 : 1.6),
    hotIdleRpm: 950,
  };
}

/**
 * The stand-in a document asks for.
 * @param model the document's own engine model, from `engineModel`.
 */
export function standInFor(document: Calibration, model: EngineModel): StandIn {
  const id: StandInId = document.standIn;
  switch (id) {
    case 'ventisca':
      return ventisca;
    case 'pardela':
      return pardela;
    case 'described':
      return described(document, model);
  }
}
