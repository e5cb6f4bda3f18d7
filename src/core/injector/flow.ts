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

/** Fuel flow measured at one pressure across. */
export interface FlowPoint {
  readonly acrossKpa: number;
  readonly gPerS: number;
}

/**
 * Fuel mass flow, g/s, from one or more measured points (pressures increasing): between two points linear in the root
 * of pressure, beyond them with the root from the nearest point, zero when nothing pushes.
 */
export function flowFromPointsGPerS(points: readonly FlowPoint[], acrossKpa: number): number {
  const first = points[0];
  const last = points[points.length - 1];
  if (first === undefined || last === undefined || acrossKpa <= 0) return 0;
  if (acrossKpa <= first.acrossKpa) return flowAtPressureGPerS(first.gPerS, first.acrossKpa, acrossKpa);
  if (acrossKpa >= last.acrossKpa) return flowAtPressureGPerS(last.gPerS, last.acrossKpa, acrossKpa);
  const i = points.findIndex((point) => acrossKpa <= point.acrossKpa);
  const from = points[i - 1] ?? first;
  const to = points[i] ?? last;
  const root = (kpa: number) => Math.sqrt(kpa);
  const share = (root(acrossKpa) - root(from.acrossKpa)) / (root(to.acrossKpa) - root(from.acrossKpa));
  return from.gPerS + (to.gPerS - from.gPerS) * share;
}

/** What is known of an injector's flow: its rating, and points at several pressures where there are any. */
export interface RatedFlow {
  readonly ratedFlowGPerS: number;
  readonly ratedPressureKpa: number;
  readonly flowPoints: readonly FlowPoint[];
}

/** Fuel mass flow of an injector, g/s, at a pressure across. */
export function injectorFlowGPerS(
  { ratedFlowGPerS, ratedPressureKpa, flowPoints }: RatedFlow,
  acrossKpa: number,
): number {
  return flowPoints.length > 0
    ? flowFromPointsGPerS(flowPoints, acrossKpa)
    : flowAtPressureGPerS(ratedFlowGPerS, ratedPressureKpa, acrossKpa);
}

/** The unit a flow looks like, where it was typed in another; null where it looks right. */
export function flowUnitSuspicion(amount: number, unit: string): 'lb/h' | 'cm3/min' | null {
  if (unit === 'cm3/min' && amount < 130) return 'lb/h';
  return unit === 'lb/h' && amount > 180 ? 'cm3/min' : null;
}
