import { lookUpCurve } from '../map/grid';
import { airMassMg } from './airMass';
import { blendedAt } from './blended';
import type { EngineModel, OperatingPoint } from './engineModel';

/** Throttle with what the idle valve lets past it, %: the load where load is measured by throttle. */
export function loadThrottlePercent(model: EngineModel, point: OperatingPoint): number {
  const { idleAir } = model.maps;
  if (idleAir === null || model.idleWorthPercent === 0) return point.throttlePercent;
  return point.throttlePercent + (lookUpCurve(idleAir, point.coolantC) * model.idleWorthPercent) / 100;
}

/** What the filling of a cylinder is found from: pressure its efficiency refers to, and the efficiency. */
export interface Filling {
  readonly densityKpa: number;
  readonly vePercent: number;
}

/** Load on the target and spark maps: manifold pressure, or throttle. */
export function targetLoad(model: EngineModel, point: OperatingPoint, loadThrottle: number): number {
  return model.loadAxis === 'throttle' ? loadThrottle : point.manifoldKpa;
}

/**
 * Efficiency and the pressure it refers to. By throttle it refers to barometric pressure; with pressure, to manifold
 * pressure where that is higher. A meter and a plain pulse have none: 100 % stands in for the first estimate of flow.
 */
export function fillingAt(model: EngineModel, point: OperatingPoint, loadThrottle: number): Filling {
  const { speedRpm, manifoldKpa, ethanolPercent } = point;
  const ve = (load: number) => blendedAt(model, 've', speedRpm, load, ethanolPercent);
  switch (model.strategy) {
    case 'speedDensity':
      return { densityKpa: manifoldKpa, vePercent: ve(manifoldKpa) };
    case 'throttle':
      return { densityKpa: model.barometricKpa, vePercent: ve(loadThrottle) };
    case 'throttlePressure':
      return { densityKpa: Math.max(model.barometricKpa, manifoldKpa), vePercent: ve(loadThrottle) };
    case 'airMass':
    case 'pulseWidth':
      return { densityKpa: manifoldKpa, vePercent: 100 };
  }
}

/** Air of one cylinder by the meter, mg a cycle: m = flow · 120 000 / (speed · cylinders). */
export function meteredAirMg(airFlowGPerS: number, speedRpm: number, cylinders: number): number {
  return (airFlowGPerS * 120000) / (speedRpm * cylinders);
}

/** Efficiency that a mass of air means at a pressure and temperature, %. */
export function impliedVePercent(
  airMg: number,
  densityKpa: number,
  volumeCm3: number,
  chargeC: number,
): number {
  return (100 * airMg) / airMassMg(100, densityKpa, volumeCm3, chargeC);
}
