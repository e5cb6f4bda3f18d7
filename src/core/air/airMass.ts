import { CYCLE_S_AT_1_RPM, ZERO_CELSIUS_K } from '../units';

/** Specific gas constant of dry air, J/(kg·K). */
export const GAS_CONSTANT_AIR = 287.05;

/**
 * Air in one cylinder at the end of induction, mg, by the gas law at manifold density [Heywood ch. 6]:
 * m = VE/100 · p · V_c / (R · T).
 * Example: 95 %, 160 kPa, 410.09 cm³, 45 °C → 682.55 mg.
 */
export function airMassMg(
  vePercent: number,
  manifoldKpa: number,
  volumeCm3: number,
  chargeC: number,
): number {
  const massG =
    ((vePercent / 100) * manifoldKpa * volumeCm3) / (GAS_CONSTANT_AIR * (chargeC + ZERO_CELSIUS_K));
  return massG * 1000;
}

/**
 * Fuel for a mass of air, mg: m_air / (lambda · stoichiometric ratio).
 * Example: 682.55 mg, 0.82, 14.3 → 58.208 mg.
 */
export function fuelMassMg(airMg: number, lambda: number, stoichiometricRatio: number): number {
  return airMg / (lambda * stoichiometricRatio);
}

/** Air the whole engine takes, g/s, from the air of one cylinder a cycle. */
export function airFlowGPerS(airMg: number, cylinders: number, speedRpm: number): number {
  return ((airMg / 1000) * cylinders * speedRpm) / CYCLE_S_AT_1_RPM;
}
