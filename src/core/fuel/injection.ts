import { cycleTimeMs } from '../engine/geometry';
import { deadTimeMs } from '../injector/deadTime';
import { deadTimeAt } from '../injector/deadTimeSurface';
import { dutyPercent, flowAtPressureGPerS, injectorFlowGPerS } from '../injector/flow';
import { pressureAcrossKpa } from '../injector/pressure';
import { shortPulseAddMs } from '../injector/shortPulse';
import { stagedFuel } from '../injector/staging';
import { lookUpCurve, lookUpMap } from '../map/grid';
import { afterStartFactor } from '../startup/afterStart';
import { airFlowGPerS, airMassMg, fuelMassMg } from './airMass';
import { chargeHeating, chargeTemperatureC } from './chargeTemperature';
import type { EngineModel, OperatingPoint } from './engineModel';

/** Every number on the way from sensors to injector opening and spark, for one cylinder's cycle. */
export interface Injection {
  readonly vePercent: number;
  /** First estimate of the engine's air flow, with the charge still at intake temperature, g/s. */
  readonly flowEstimateGPerS: number;
  readonly heating: number;
  readonly chargeC: number;
  readonly airMg: number;
  readonly lambdaTarget: number;
  /** Fuel for the air at the target, before start-up factors, mg. While cranking: the stoichiometric mass. */
  readonly baseFuelMg: number;
  readonly crankingMultiple: number;
  readonly afterStartInitial: number;
  readonly afterStartDecayS: number;
  readonly afterStart: number;
  readonly warmUp: number;
  readonly fuelMg: number;
  readonly acrossKpa: number;
  readonly flowGPerS: number;
  /** Fuel of the first injector set, mg; all of it with one set. */
  readonly firstMg: number;
  /** Net time of one injection; with two a cycle each gives half the fuel. */
  readonly netMs: number;
  readonly shortPulseMs: number;
  readonly deadMs: number;
  /** One opening. Infinite when the injector has no flow. */
  readonly openingMs: number;
  /** Opening of the second set; 0 while it is shut or there is none. */
  readonly secondOpeningMs: number;
  readonly secondDutyPercent: number;
  readonly cycleMs: number;
  readonly dutyPercent: number;
  readonly sparkDeg: number;
}

/**
 * Injector opening and spark advance at an operating point: speed-density with start-up factors. While cranking the
 * target is the stoichiometric mass times the cranking multiple; running, the lambda target with warm-up and
 * after-start. This is the one implementation; Workings explains its numbers and the virtual ECU injects them.
 */
export function injectionAt(model: EngineModel, point: OperatingPoint): Injection {
  const { maps, injector } = model;
  const cranking = point.phase === 'cranking';
  const { speedRpm, manifoldKpa, coolantC, airC } = point;

  const vePercent = lookUpMap(maps.ve, speedRpm, manifoldKpa);
  const coldAirMg = airMassMg(vePercent, manifoldKpa, model.cylinderVolumeCm3, airC);
  const flowEstimateGPerS = airFlowGPerS(coldAirMg, model.cylinders, speedRpm);
  const heating = chargeHeating(flowEstimateGPerS / model.fullAirFlowGPerS);
  const chargeC = chargeTemperatureC(airC, coolantC, heating);
  const airMg = airMassMg(vePercent, manifoldKpa, model.cylinderVolumeCm3, chargeC);

  const lambdaTarget = cranking ? 1 : lookUpMap(maps.lambda, speedRpm, manifoldKpa);
  const baseFuelMg = fuelMassMg(airMg, lambdaTarget, model.stoichiometricRatio);
  const crankingMultiple = cranking ? lookUpCurve(maps.cranking, coolantC) : 1;
  const afterStartInitial = cranking ? 1 : lookUpCurve(maps.afterStart, coolantC);
  const afterStartDecayS = cranking ? 0 : lookUpCurve(maps.afterStartDecay, coolantC);
  const afterStart = cranking ? 1 : afterStartFactor(afterStartInitial, afterStartDecayS, point.sinceStartS);
  const warmUp = cranking ? 1 : lookUpCurve(maps.warmUp, coolantC);
  const fuelMg = baseFuelMg * crankingMultiple * afterStart * warmUp;

  const acrossKpa = pressureAcrossKpa(
    injector.regulator,
    injector.railGaugeKpa,
    model.barometricKpa,
    manifoldKpa,
  );
  const flowGPerS = injectorFlowGPerS(injector, acrossKpa);
  const deadMs = deadTimeAt(injector.deadTime, point.batteryV, acrossKpa);
  const cycleMs = cycleTimeMs(speedRpm);
  const one = (mg: number) => oneOpening(injector, mg, flowGPerS, deadMs);
  const second = secondSet(model, fuelMg, acrossKpa, point.batteryV, () =>
    dutyPercent(injector.squirts * one(fuelMg).openingMs, cycleMs),
  );
  const firstMg = fuelMg - second.fuelMg;
  const { netMs, shortPulseMs, openingMs } = one(firstMg);

  return {
    vePercent,
    flowEstimateGPerS,
    heating,
    chargeC,
    airMg,
    lambdaTarget,
    baseFuelMg,
    crankingMultiple,
    afterStartInitial,
    afterStartDecayS,
    afterStart,
    warmUp,
    fuelMg,
    acrossKpa,
    flowGPerS,
    firstMg,
    netMs,
    shortPulseMs,
    deadMs,
    openingMs,
    secondOpeningMs: second.openingMs,
    secondDutyPercent: dutyPercent(second.openingMs, cycleMs),
    cycleMs,
    dutyPercent: dutyPercent(injector.squirts * openingMs, cycleMs),
    sparkDeg: lookUpMap(maps.spark, speedRpm, manifoldKpa),
  };
}

/** One opening of the first set for its fuel of a cycle. */
function oneOpening(injector: EngineModel['injector'], cycleMg: number, flowGPerS: number, deadMs: number) {
  const netMs = cycleMg === 0 ? 0 : cycleMg / injector.squirts / flowGPerS;
  const shortPulseMs = netMs === 0 ? 0 : shortPulseAddMs(injector.shortPulse, netMs);
  return { netMs, shortPulseMs, openingMs: netMs === 0 ? 0 : Math.max(0, netMs + shortPulseMs + deadMs) };
}

/** The second set's fuel and opening, once a cycle. Duty of the first set alone is only asked for when the plan goes by it. */
function secondSet(
  { second, fullFuelMg }: EngineModel,
  fuelMg: number,
  acrossKpa: number,
  batteryV: number,
  dutyAlone: () => number,
): { readonly fuelMg: number; readonly openingMs: number } {
  if (second === null || fuelMg === 0) return { fuelMg: 0, openingMs: 0 };
  const flowGPerS = flowAtPressureGPerS(second.ratedFlowGPerS, second.ratedPressureKpa, acrossKpa);
  const by = second.plan.by === 'duty' ? dutyAlone() : (100 * fuelMg) / fullFuelMg;
  const { secondMg } = stagedFuel(second.plan, fuelMg, by, flowGPerS);
  if (secondMg === 0) return { fuelMg: 0, openingMs: 0 };
  return { fuelMg: secondMg, openingMs: secondMg / flowGPerS + deadTimeMs(second.deadTime, batteryV) };
}
