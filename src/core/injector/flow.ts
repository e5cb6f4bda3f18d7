import { type Curve, curveThrough, lookUpCurve } from '../numeric';

/**
 * Mass flow of fuel at rated pressure, g/s, from the mass flow of the fluid the injector was rated with: a fixed
 * orifice passes mass with the root of density, so ṁ_fuel = ṁ_test·√(ρ_fuel/ρ_test) = Q·√(ρ_test·ρ_fuel).
 * Example: 610 cm³/min of 0.684 g/cm³ is 6.954 g/s; with fuel of 0.745 → 7.2575 g/s.
 */
export function fuelFlowAtRatingGPerS(
  testFlowGPerS: number,
  testDensityGPerCm3: number,
  fuelDensityGPerCm3: number,
): number {
  return testFlowGPerS * Math.sqrt(fuelDensityGPerCm3 / testDensityGPerCm3);
}

/**
 * Fuel mass flow, g/s, at another pressure across the injector; zero when nothing pushes.
 * Example: 7.5742 g/s at 300 kPa → 8.1810 at 350.
 */
export function flowAtPressureGPerS(ratedGPerS: number, ratedKpa: number, acrossKpa: number): number {
  return acrossKpa > 0 ? ratedGPerS * Math.sqrt(acrossKpa / ratedKpa) : 0;
}

/** Share of the cycle an injector is open, %. Example: 8.035 ms of 17.143 ms → 46.87. */
export function dutyPercent(openingMs: number, cycleMs: number): number {
  return (100 * openingMs) / cycleMs;
}

/**
 * Crank power a flow of fuel feeds, kW.
 * Example: 6 × 8.1810 g/s flowing 85 % of the time, 340 g/kWh → 441.8; 13.651 of 17.143 ms → 413.9.
 * @param fuelGPerS all injectors together, over the whole cycle.
 * @param bsfcGPerKwh fuel per work at the crank, g/kWh.
 */
export function feedablePowerKw(fuelGPerS: number, bsfcGPerKwh: number): number {
  return (fuelGPerS * 3600) / bsfcGPerKwh;
}

/**
 * Fuel mass flow, g/s, through measured points: against the root of the pressure across, in √kPa, since between two
 * points it is linear in that. Empty for none.
 */
export type MeasuredFlow = Curve;

/** The curve through measured flows, pressures increasing. */
export function measuredFlowThrough(
  points: readonly (readonly [acrossKpa: number, gPerS: number])[],
): MeasuredFlow {
  return curveThrough(points.map(([acrossKpa, gPerS]) => [Math.sqrt(acrossKpa), gPerS]));
}

/** Flow through measured points, g/s; beyond them with the root of pressure from the nearest, zero when nothing pushes. */
function flowThroughPointsGPerS(curve: MeasuredFlow, acrossKpa: number): number {
  if (acrossKpa <= 0) return 0;
  const root = Math.sqrt(acrossKpa);
  const nearest = Math.min(Math.max(root, curve.x[0] as number), curve.x[curve.x.length - 1] as number);
  return (lookUpCurve(curve, root) * root) / nearest;
}

/** What is known of an injector's flow: its rating, and what was measured at several pressures where it was. */
export interface RatedFlow {
  readonly ratedFlowGPerS: number;
  readonly ratedPressureKpa: number;
  readonly measuredFlow: MeasuredFlow;
}

/** Fuel mass flow of an injector, g/s, at a pressure across. */
export function injectorFlowGPerS(
  { ratedFlowGPerS, ratedPressureKpa, measuredFlow }: RatedFlow,
  acrossKpa: number,
): number {
  return measuredFlow.x.length > 0
    ? flowThroughPointsGPerS(measuredFlow, acrossKpa)
    : flowAtPressureGPerS(ratedFlowGPerS, ratedPressureKpa, acrossKpa);
}

/** The unit a flow looks like, where it was typed in another; null where it looks right. */
export function flowUnitSuspicion(amount: number, unit: string): 'lb/h' | 'cm3/min' | null {
  if (unit === 'cm3/min' && amount < 130) return 'lb/h';
  return unit === 'lb/h' && amount > 180 ? 'cm3/min' : null;
}
