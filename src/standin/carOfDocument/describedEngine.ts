import {
  bankOf,
  baseValue,
  boreMmOf,
  type Calibration,
  choiceAt,
  conversionContext,
} from '@/core/calibration';
import { fuelById } from '@/core/fuels';
import { knockFrequencyHz } from '@/core/sensors';
import type { EcuProgram } from '@/core/program';
import { type Metal, trueVeGrid } from '../plant';
import { describedParts } from './describedParts';
import { draws } from './draws';
import {
  evenFiring,
  type Outline,
  shares,
  screwForReserve,
  usualExhaust,
  usualIdlePath,
  usualSizes,
} from './usualParts';

/** Peak filling and floor by induction, for an engine only known by its description. */
const DESCRIBED_BREATHING = {
  natural: { peakPercent: 95, floorShare: 0.5, backflowShare: 0.44 },
  individualThrottles: { peakPercent: 101, floorShare: 0.44, backflowShare: 0.52 },
  supercharger: { peakPercent: 95, floorShare: 0.48, backflowShare: 0.44 },
  turbocharger: { peakPercent: 94, floorShare: 0.49, backflowShare: 0.45 },
} as const;

/** How far an engine may differ from its description, each way: shares, and ms of dead time. */
const DIFFERS = {
  flow: 0.04,
  deadTimeMs: 0.1,
  peak: 0.03,
  floor: 0.06,
  speed: 0.05,
  friction: 0.05,
  thinBestLambda: 0.035,
  stop: 0.03,
  cylinder: 0.01,
} as const;

/** Where thin charges burn best as a rule. */
const THIN_BEST_LAMBDA = 0.895;

/** What an idle valve passes of what its sheet says. */
const VALVE_SHARE = 0.97;

/** Cylinders that each lambda sensor sees, in the order of the sensors; a bank each where none is described. */
export function lambdaPlaces(document: Calibration, cylinders: number): number[][] {
  const all = Array.from({ length: cylinders }, (_, i) => i + 1);
  const bank = (wanted: 1 | 2) => all.filter((cylinder) => bankOf(document, cylinder) === wanted);
  const places = (['lambdaOne', 'lambdaTwo'] as const).flatMap((id) => {
    if (choiceAt(document, `sensors.${id}.fitted`) !== 'yes') return [];
    switch (document.sensors[id].sees?.value) {
      case 'bankOne':
        return [bank(1)];
      case 'bankTwo':
        return [bank(2)];
      case 'cylinder':
        return [all.filter((cylinder) => cylinder === baseValue(document, `sensors.${id}.cylinder`))];
      default:
        return [all];
    }
  });
  const seen = places.length > 0 ? places : [bank(1), bank(2)];
  return seen.filter((place) => place.length > 0);
}

/** Bore of a cylinder that is as wide as it is long, mm. */
function squareBoreMm(cylinderVolumeCm3: number): number {
  return 10 * Math.cbrt((4 * cylinderVolumeCm3) / Math.PI);
}

/** Pipe behind the sensor as it is typed, m; undefined while it is not. */
function pipeOf(document: Calibration): number | undefined {
  const pipeMm = baseValue(document, 'closedLoop.pipeBehind');
  return pipeMm === null ? undefined : pipeMm / 1000;
}

/**
 * An engine like the one described, as one of its kind is built: drawn by seed, with a filling, injectors and friction of
 * its own. It cannot know that the description itself is wrong.
 */
export function describedEngine(document: Calibration, program: EcuProgram, seed: number): Metal {
  const draw = draws(seed);
  const { barometricKpa } = conversionContext(document);
  const { injector, second, cylinders, cylinderVolumeCm3 } = program;
  const maxSpeedRpm = baseValue(document, 'engine.maxSpeed') ?? 7000;
  const induction = document.engine.induction?.value ?? 'natural';
  const outline: Outline = {
    cylinders,
    displacementL: (cylinders * cylinderVolumeCm3) / 1000,
    maxSpeedRpm,
    induction,
  };
  const fuel = fuelById(document.engine.fuel?.value ?? 'petrol');
  const breathing = DESCRIBED_BREATHING[induction];
  const peakSpeedRpm =
    (baseValue(document, 'engine.torquePeakSpeed') ?? maxSpeedRpm * 0.62) * (1 + draw(DIFFERS.speed));
  const idleEngine = {
    displacementCm3: cylinders * cylinderVolumeCm3,
    barometricKpa,
    heatOfAirMjPerKg: fuel.heatingMjPerKg / fuel.stoichiometricRatio,
  };
  const idle = {
    kind: program.idleAir,
    valveGPerS: (baseValue(document, 'idle.valveFlow') ?? 0) * VALVE_SHARE,
    hotSpeedRpm: baseValue(document, 'idle.hotSpeed') ?? 950,
  };
  const { fullFuelMg } = program.load;
  const parts = describedParts(document, outline, { barometricKpa, fullFuelMg });
  const plates = induction === 'individualThrottles' ? cylinders : 1;
  const addedMs = draw(DIFFERS.deadTimeMs);
  const flow = 1 + draw(DIFFERS.flow);
  const later = <Part extends { readonly values: Float64Array }>(curve: Part): Part => ({
    ...curve,
    values: curve.values.map((time) => Math.max(0.05, time + addedMs)),
  });
  return {
    label: 'An engine like the one described',
    cylinders,
    cylinderVolumeCm3,
    compressionRatio: baseValue(document, 'engine.compressionRatio') ?? 10,
    firing: program.firing ?? evenFiring(cylinders),
    fuel,
    ve: trueVeGrid({
      ...breathing,
      peakPercent: breathing.peakPercent * (1 + draw(DIFFERS.peak)),
      floorShare: breathing.floorShare * (1 + draw(DIFFERS.floor)),
      peakSpeedRpm,
      widthRpm: peakSpeedRpm * 0.58,
      rippleShare: 0.02,
      ripplePeriodRpm: 2000,
      barometricKpa,
    }),
    airShare: shares(Array.from({ length: cylinders }, () => draw(DIFFERS.cylinder))),
    fuelShare: shares(Array.from({ length: cylinders }, () => draw(DIFFERS.cylinder))),
    throttle: {
      fullMm2: parts.plateMm2,
      stopMm2: usualIdlePath(idleEngine, idle, plates, (1 + draw(DIFFERS.stop)) * screwForReserve(program))
        .stopMm2,
    },
    idleAir: usualIdlePath(idleEngine, idle, plates).idleAir,
    heating: 1,
    fullAirFlowGPerS: program.load.fullAirFlowGPerS,
    injector: {
      ...injector,
      ratedFlowGPerS: injector.ratedFlowGPerS * flow,
      deadTime: { ...injector.deadTime, curves: injector.deadTime.curves.map(later) },
    },
    second:
      second === null
        ? null
        : {
            ratedFlowGPerS: second.ratedFlowGPerS * (1 + draw(DIFFERS.flow)),
            ratedPressureKpa: second.ratedPressureKpa,
            deadTime: later(second.deadTime),
          },
    pumpGPerS: parts.pumpGPerS,
    alternatorShare: 1,
    batteryResistance: 1,
    supplyBreaksEveryS: null,
    ...usualSizes(outline),
    friction: 1 + draw(DIFFERS.friction),
    thinBestLambda: THIN_BEST_LAMBDA + draw(DIFFERS.thinBestLambda),
    ringsHz: knockFrequencyHz(boreMmOf(document) ?? squareBoreMm(cylinderVolumeCm3)),
    valveNoise: 0,
    charger: parts.charger,
    exhaust: usualExhaust(
      outline.displacementL,
      cylinders,
      lambdaPlaces(document, cylinders),
      pipeOf(document),
    ),
    vehicle: parts.vehicle,
  };
}
