import { baseValue, type Calibration, conversionContext } from '@/core/calibration';
import { fuelById } from '@/core/fuels';
import type { EcuProgram } from '@/core/program';
import { type StandIn, trueVeGrid } from '../plant';

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
export function describedEngine(document: Calibration, program: EcuProgram): StandIn {
  const context = conversionContext(document);
  const { injector } = program;
  const displacementL = (program.cylinders * program.cylinderVolumeCm3) / 1000;
  const maxSpeed = baseValue(document, 'engine.maxSpeed') ?? 7000;
  const peakSpeedRpm = (baseValue(document, 'engine.torquePeakSpeed') ?? maxSpeed * 0.62) * 0.96;
  const induction = document.engine.induction?.value ?? 'natural';
  return {
    label: 'An engine like the one described',
    cylinders: program.cylinders,
    cylinderVolumeCm3: program.cylinderVolumeCm3,
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
          values: curve.values.map((time) => time + DESCRIBED_DEAD_TIME_ADDED_MS),
        })),
      },
    },
    inertiaKgM2: 0.03 + 0.065 * displacementL,
    manifoldVolumeL: displacementL * (induction === 'individualThrottles' ? 0.55 : 1.6),
    hotIdleRpm: 950,
  };
}
