/** What holds the rail, as a hand pump on its line shows it. */
export type RegulatorKind = 'manifold' | 'fixed' | 'unclear';

/** From this share of the vacuum on a regulator follows it, and up to the other it does not. */
const FOLLOWS_FROM = 0.7;
const FIXED_TO = 0.3;
/** Less vacuum than this tells nothing, kPa. */
export const LEAST_VACUUM_KPA = 15;

/** Whether a regulator follows its line. @param fellKpa by how much the pressure fell under a vacuum on it. */
export function regulatorKind(fellKpa: number, vacuumKpa: number): RegulatorKind {
  if (vacuumKpa < LEAST_VACUUM_KPA) return 'unclear';
  const share = fellKpa / vacuumKpa;
  if (share >= FOLLOWS_FROM) return 'manifold';
  return share <= FIXED_TO ? 'fixed' : 'unclear';
}

/** A pump’s flow is stated at this voltage, V: with the engine running. */
const RUNNING_V = 13.5;
/** What a pump should give beyond what the engine can take. */
const MARGIN = 1.15;

/** What a pump gives against what the engine takes at its most. */
export interface PumpFlow {
  /** At the voltage of a running engine, g/s. */
  readonly givesGPerS: number;
  readonly takesGPerS: number;
  readonly isEnough: boolean;
}

/**
 * A pump by what came back from the regulator into a can.
 * Example: 200 cm³ of 0.745 g/cm³ in 10 s at 12 V → 14.9 g/s, 16.76 g/s at 13.5 V.
 */
export function pumpFlow(
  returned: { readonly cm3: number; readonly forS: number; readonly batteryV: number },
  densityGPerCm3: number,
  takesGPerS: number,
): PumpFlow {
  const gPerS = (returned.cm3 * densityGPerCm3) / returned.forS;
  const givesGPerS = gPerS * (RUNNING_V / returned.batteryV);
  return { givesGPerS, takesGPerS, isEnough: givesGPerS >= MARGIN * takesGPerS };
}
