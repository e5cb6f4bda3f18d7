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
 * Crank power the whole set can feed, kW.
 * Example: 6 × 8.1810 g/s, 85 %, 340 g/kWh → 441.8.
 * @param totalFlowGPerS all injectors together, static.
 * @param dutyLimitPercent highest duty allowed, %.
 * @param bsfcGPerKwh fuel per work at the crank, g/kWh.
 */
export function feedablePowerKw(
  totalFlowGPerS: number,
  dutyLimitPercent: number,
  bsfcGPerKwh: number,
): number {
  return (totalFlowGPerS * (dutyLimitPercent / 100) * 3600) / bsfcGPerKwh;
}
