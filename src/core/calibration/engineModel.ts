import { airFlowGPerS, airMassMg, fuelById, fuelMassMg, type EngineModel } from '../fuel';
import { deadTimeCurve, deadTimeSurface, fuelFlowAtRatingGPerS, squirtsPerCycle } from '../injector';
import { gridOf } from '../map';
import { isRequired } from './applies';
import { conversionContext } from './context';
import { sectionFields, type FieldPath } from './fields';
import { injectionChoice, stagingPlanOf } from './hardware';
import { MAP_IDS, type MapId } from './maps';
import { baseValue, sweptVolumePerCylinderCm3 } from './quantities';
import type { Calibration } from './schema';
import { tableAt, valueAt } from './values';

/** What a computation still needs from the document. */
export interface Missing {
  readonly fields: readonly FieldPath[];
  readonly maps: readonly MapId[];
}

export type ModelResult =
  { readonly ok: true; readonly model: EngineModel } | { readonly ok: false; readonly missing: Missing };

/** VE and charge temperature assumed for the flow that charge heating is measured against. */
const FULL_FLOW_VE_PERCENT = 90;
const FULL_FLOW_CHARGE_C = 40;
/** Lambda assumed for the most fuel the engine asks for. */
const FULL_FUEL_LAMBDA = 0.8;

/** Fields that say nothing about fuel or spark, so the engine model does not wait for them. */
const NOT_NEEDED: readonly FieldPath[] = [
  'engine.firingOrder',
  'engine.compressionRatio',
  'engine.torquePeakSpeed',
  'engine.powerPeakSpeed',
  'engine.induction',
  'engine.firingAngles',
  'injectors.impedance',
];

/** The document as the engine computer uses it, or the list of what is missing. */
export function engineModel(document: Calibration): ModelResult {
  const fields = (['engine', 'injectors', 'startUp'] as const).flatMap((section) =>
    sectionFields(section).filter(
      (path) => isRequired(document, path) && !NOT_NEEDED.includes(path) && valueAt(document, path) === null,
    ),
  );
  const maps = MAP_IDS.filter((id) => document.maps[id] === null);
  if (fields.length > 0 || maps.length > 0) return { ok: false, missing: { fields, maps } };
  return { ok: true, model: completeModel(document) };
}

function completeModel(document: Calibration): EngineModel {
  const { engine, injectors } = document;
  const fuel = fuelById(present(engine.fuel).value);
  const cylinders = number(document, 'engine.cylinders');
  const cylinderVolumeCm3 = present(sweptVolumePerCylinderCm3(document));
  const maxSpeedRpm = number(document, 'engine.maxSpeed');
  const maxKpa = number(document, 'engine.maxManifoldPressure');
  const fullAirMg = airMassMg(FULL_FLOW_VE_PERCENT, maxKpa, cylinderVolumeCm3, FULL_FLOW_CHARGE_C);
  const grid = (id: MapId) => gridOf(present(document.maps[id]));
  return {
    cylinders,
    cylinderVolumeCm3,
    stoichiometricRatio: fuel.stoichiometricRatio,
    barometricKpa: conversionContext(document).barometricKpa,
    injector: {
      ratedFlowGPerS: fuelFlowAtRatingGPerS(
        number(document, 'injectors.ratedFlow'),
        number(document, 'injectors.testDensity'),
        fuel.densityGPerCm3,
      ),
      ratedPressureKpa: number(document, 'injectors.ratedPressure'),
      railGaugeKpa: number(document, 'injectors.railPressure'),
      regulator: present(injectors.regulator).value,
      flowPoints: (tableAt(document, 'injectors.flowPoints') ?? []).map(([acrossKpa = 0, flow = 0]) => ({
        acrossKpa,
        gPerS: fuelFlowAtRatingGPerS(flow, number(document, 'injectors.testDensity'), fuel.densityGPerCm3),
      })),
      deadTime: deadTimeSurface(present(injectors.deadTime)),
      shortPulse: (tableAt(document, 'injectors.shortPulse') ?? []).map(([netMs = 0, addMs = 0]) => ({
        netMs,
        addMs,
      })),
      squirts: squirtsPerCycle(injectionChoice(document)?.mode ?? 'sequential'),
    },
    second: secondSet(document),
    fullFuelMg: fuelMassMg(fullAirMg, FULL_FUEL_LAMBDA, fuel.stoichiometricRatio),
    fullAirFlowGPerS: airFlowGPerS(fullAirMg, cylinders, maxSpeedRpm),
    runningSpeedRpm: number(document, 'startUp.runningSpeed'),
    maps: {
      ve: grid('ve'),
      lambda: grid('lambda'),
      spark: grid('spark'),
      cranking: grid('cranking'),
      afterStart: grid('afterStart'),
      afterStartDecay: grid('afterStartDecay'),
      warmUp: grid('warmUp'),
    },
  };
}

/** The second injector set; null with one, or while something about it is missing. */
function secondSet(document: Calibration): EngineModel['second'] {
  const plan = stagingPlanOf(document);
  const flow = baseValue(document, 'staging.ratedFlow');
  const ratedPressureKpa = baseValue(document, 'staging.ratedPressure');
  const deadTime = tableAt(document, 'staging.deadTime');
  if (plan === null || flow === null || ratedPressureKpa === null || deadTime === null) return null;
  const { densityGPerCm3 } = fuelById(present(document.engine.fuel).value);
  return {
    plan,
    ratedFlowGPerS: fuelFlowAtRatingGPerS(flow, number(document, 'injectors.testDensity'), densityGPerCm3),
    ratedPressureKpa,
    deadTime: deadTimeCurve(deadTime.map(([volts = 0, ms = 0]) => ({ volts, ms }))),
  };
}

function number(document: Calibration, path: FieldPath): number {
  return present(baseValue(document, path));
}

/** Narrows what {@link engineModel} has already found to be there. */
function present<T>(value: T | null): T {
  if (value === null) throw new TypeError('A value is missing that was checked before');
  return value;
}
