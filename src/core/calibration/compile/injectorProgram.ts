import { airFlowGPerS, airMassMg, fuelMassMg } from '../../air';
import { fuelById } from '../../fuels';
import { deadTimeCurve, deadTimeSurface, fuelFlowAtRatingGPerS, squirtsPerCycle } from '../../injector';
import { curveThrough } from '../../numeric';
import type { InjectorProgram, LoadProgram, SecondSetProgram } from '../../program';
import { conversionContext } from '../context';
import type { FieldPath } from '../fields';
import { curveOf, injectionChoice, measuredFlowOf, stagingPlanOf } from '../hardware';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { tableAt } from '../values';

/** VE and charge temperature assumed for the flow that charge heating is measured against. */
const FULL_FLOW_VE_PERCENT = 90;
const FULL_FLOW_CHARGE_C = 40;
/** Lambda assumed for the most fuel the engine asks for. */
const FULL_FUEL_LAMBDA = 0.8;

/** Air and fuel at full load, at a speed: what charge heating and demand are measured against. */
export function fullLoad(
  document: Calibration,
  cylinders: number,
  cylinderVolumeCm3: number,
  maxSpeedRpm: number,
): Pick<LoadProgram, 'fullFuelMg' | 'fullAirFlowGPerS'> {
  const kpa = baseValue(document, 'engine.maxManifoldPressure') ?? conversionContext(document).barometricKpa;
  const airMg = airMassMg(FULL_FLOW_VE_PERCENT, kpa, cylinderVolumeCm3, FULL_FLOW_CHARGE_C);
  const { stoichiometricRatio } = fuelById(present(document.engine.fuel).value);
  return {
    fullFuelMg: fuelMassMg(airMg, FULL_FUEL_LAMBDA, stoichiometricRatio),
    fullAirFlowGPerS: airFlowGPerS(airMg, cylinders, maxSpeedRpm),
  };
}

/** The injectors in base units. @throws {TypeError} while a field of theirs is empty. */
export function injectorProgram(document: Calibration): InjectorProgram {
  const { injectors } = document;
  const fuel = fuelById(present(document.engine.fuel).value);
  const testDensity = number(document, 'injectors.testDensity');
  const flowOf = (rated: number) => fuelFlowAtRatingGPerS(rated, testDensity, fuel.densityGPerCm3);
  return {
    ratedFlowGPerS: flowOf(number(document, 'injectors.ratedFlow')),
    ratedPressureKpa: number(document, 'injectors.ratedPressure'),
    railGaugeKpa: number(document, 'injectors.railPressure'),
    regulator: present(injectors.regulator).value,
    measuredFlow: measuredFlowOf(document, flowOf),
    deadTime: deadTimeSurface(present(injectors.deadTime)),
    shortPulse: curveOf(document, 'injectors.shortPulse') ?? curveThrough([]),
    squirts: squirtsPerCycle(injectionChoice(document)?.mode ?? 'sequential'),
  };
}

/** The second injector set; null with one, or while something about it is missing. */
export function secondSet(document: Calibration): SecondSetProgram | null {
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

/** A quantity that is there. @throws {TypeError} when it is not. */
export function number(document: Calibration, path: FieldPath): number {
  return present(baseValue(document, path));
}

/** Narrows what was found to be there before. @throws {TypeError} when it is not. */
export function present<T>(value: T | null): T {
  if (value === null) throw new TypeError('A value is missing that was checked before');
  return value;
}
