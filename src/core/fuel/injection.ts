import { cycleTimeMs } from '../engine/geometry';
import { deadTimeMs } from '../injector/deadTime';
import { dutyPercent, flowAtPressureGPerS } from '../injector/flow';
import { pressureAcrossKpa } from '../injector/pressure';
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
  readonly netMs: number;
  readonly deadMs: number;
  /** Infinite when the injector has no flow. */
  readonly openingMs: number;
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
  const flowGPerS = flowAtPressureGPerS(injector.ratedFlowGPerS, injector.ratedPressureKpa, acrossKpa);
  const netMs = fuelMg === 0 ? 0 : fuelMg / flowGPerS;
  const deadMs = deadTimeMs(injector.deadTime, point.batteryV);
  const openingMs = netMs === 0 ? 0 : netMs + deadMs;
  const cycleMs = cycleTimeMs(speedRpm);

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
    netMs,
    deadMs,
    openingMs,
    cycleMs,
    dutyPercent: dutyPercent(openingMs, cycleMs),
    sparkDeg: lookUpMap(maps.spark, speedRpm, manifoldKpa),
  };
}
