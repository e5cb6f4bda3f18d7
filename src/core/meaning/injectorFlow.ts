import { baseValue, type Calibration, conversionContext, measuredFlowOf } from '../calibration';
import { fuelById } from '../fuels';
import { fuelFlowAtRatingGPerS, injectorFlowGPerS, pressureAcrossKpa } from '../injector';
import { fromBase } from '../units';

/** Flow of one injector with the manifold at barometric pressure, and at any other. */
export interface Flow {
  readonly ratedGPerS: number;
  readonly ratedKpa: number;
  readonly acrossKpa: number;
  readonly gPerS: number;
  readonly volumeCm3PerMin: number;
  readonly at: (manifoldKpa: number) => number;
  readonly acrossAt: (manifoldKpa: number) => number;
  /** Flow at a pressure across. */
  readonly flowing: (acrossKpa: number) => number;
}

/** Flow with the manifold at barometric pressure, and at any other; null while something is empty. */
export function flowFigures(document: Calibration): Flow | null {
  const { engine, injectors } = document;
  const rated = baseValue(document, 'injectors.ratedFlow');
  const ratedKpa = baseValue(document, 'injectors.ratedPressure');
  const density = baseValue(document, 'injectors.testDensity');
  const rail = baseValue(document, 'injectors.railPressure');
  if (rated === null || ratedKpa === null || density === null || rail === null) return null;
  const { fuel } = engine;
  const { regulator } = injectors;
  if (fuel === null || regulator === null) return null;
  const { densityGPerCm3 } = fuelById(fuel.value);
  const context = conversionContext(document);
  const ratedGPerS = fuelFlowAtRatingGPerS(rated, density, densityGPerCm3);
  const across = (kpa: number) => pressureAcrossKpa(regulator.value, rail, context.barometricKpa, kpa);
  const acrossKpa = across(context.barometricKpa);
  const measuredFlow = measuredFlowOf(document, (flow) =>
    fuelFlowAtRatingGPerS(flow, density, densityGPerCm3),
  );
  const flowing = (kpa: number) =>
    injectorFlowGPerS({ ratedFlowGPerS: ratedGPerS, ratedPressureKpa: ratedKpa, measuredFlow }, kpa);
  const gPerS = flowing(acrossKpa);
  return {
    ratedGPerS,
    ratedKpa,
    acrossKpa,
    gPerS,
    volumeCm3PerMin: fromBase('injectorFlow', gPerS, 'cm3/min', {
      ...context,
      ratedDensityGPerCm3: densityGPerCm3,
    }),
    at: (kpa) => flowing(across(kpa)),
    acrossAt: across,
    flowing,
  };
}

/** Flow and pressure across one injector over manifold pressure. */
export interface FlowCurve {
  readonly manifoldKpa: readonly number[];
  readonly acrossKpa: readonly number[];
  /** Volume flow of the fuel in use. */
  readonly cm3PerMin: readonly number[];
  /** The same at sea level; null where the engine runs near it or the regulator makes no difference. */
  readonly seaLevel: { readonly acrossKpa: readonly number[]; readonly cm3PerMin: readonly number[] } | null;
}

const DEEPEST_VACUUM_KPA = 20;
const CURVE_STEPS = 48;

/** Pressure across and flow from deepest vacuum to the highest pressure intended; null while something is missing. */
export function flowCurve(document: Calibration): FlowCurve | null {
  const flow = flowFigures(document);
  const fuel = document.engine.fuel;
  const top = baseValue(document, 'engine.maxManifoldPressure') ?? conversionContext(document).barometricKpa;
  if (flow === null || fuel === null) return null;
  const { densityGPerCm3 } = fuelById(fuel.value);
  const manifoldKpa = Array.from(
    { length: CURVE_STEPS + 1 },
    (_, i) => DEEPEST_VACUUM_KPA + ((top - DEEPEST_VACUUM_KPA) * i) / CURVE_STEPS,
  );
  return {
    manifoldKpa,
    acrossKpa: manifoldKpa.map(flow.acrossAt),
    cm3PerMin: manifoldKpa.map((kpa) => (flow.at(kpa) * 60) / densityGPerCm3),
    seaLevel: seaLevelCurve(document, flow, manifoldKpa, densityGPerCm3),
  };
}

const SEA_LEVEL_KPA = 101.325;
/** Altitudes whose air differs by less than this from the sea's are not drawn twice, kPa. */
const NEAR_SEA_KPA = 2;

function seaLevelCurve(
  document: Calibration,
  flow: Flow,
  manifoldKpa: readonly number[],
  densityGPerCm3: number,
): FlowCurve['seaLevel'] {
  const { barometricKpa } = conversionContext(document);
  const rail = baseValue(document, 'injectors.railPressure');
  const { regulator } = document.injectors;
  if (rail === null || regulator === null || regulator.value === 'manifold') return null;
  if (Math.abs(barometricKpa - SEA_LEVEL_KPA) < NEAR_SEA_KPA) return null;
  const acrossKpa = manifoldKpa.map((kpa) => pressureAcrossKpa(regulator.value, rail, SEA_LEVEL_KPA, kpa));
  return { acrossKpa, cm3PerMin: acrossKpa.map((kpa) => (flow.flowing(kpa) * 60) / densityGPerCm3) };
}
