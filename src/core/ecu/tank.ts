import { blendOf, PURE_ETHANOL } from '../fuels';
import type { EcuProgram } from '../program';

/** What the fuel in the tank is, as far as fuel computation needs it. */
export interface FuelInTank {
  readonly stoichiometricRatio: number;
  /** Its density over that which the flow was computed for. */
  readonly densityShare: number;
}

/** The fuel in the tank by the ethanol that a sensor reads in it; the calibration’s own with one fuel. */
export function fuelInTank({ blend, stoichiometricRatio }: EcuProgram, ethanolPercent: number): FuelInTank {
  if (blend === null) return { stoichiometricRatio, densityShare: 1 };
  const mixed = blendOf(blend.base, PURE_ETHANOL, ethanolPercent / 100);
  return {
    stoichiometricRatio: mixed.stoichiometricRatio,
    densityShare: mixed.densityGPerCm3 / blend.densityGPerCm3,
  };
}
