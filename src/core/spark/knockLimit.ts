import { fullLoadAnchorDeg } from './sparkGenerator';

/** What knock depends on, as far as the description says it. */
export interface KnockInputs {
  readonly octane: number;
  readonly compressionRatio: number;
  /** Null when only displacement is known. */
  readonly boreMm: number | null;
}

/** Manifold pressure that the full-load anchor is stated at, kPa. */
const AT_KPA = 101.3;
/** Room between a first full-load map and knock, degrees. */
const ROOM_DEG = 5;
/** Less time to knock: degrees for each 1000 rev/min above 3000. */
const PER_1000_RPM_DEG = 1;
/** A thin charge hardly knocks, a pressed one soon: degrees a kPa below and above. */
const BELOW_DEG_PER_KPA = 0.5;
const ABOVE_DEG_PER_KPA = 0.1;

/**
 * Spark advance from which knock is to be expected, ° BTDC: an estimate from octane, compression and bore, for charge at 40 °C.
 * Example: 98 octane, 9.5 to 1, 84 mm at 3000 rev/min and 101.3 kPa → 27 + 5 = 32; at 151.3 kPa → 27.
 */
export function knockLimitDeg(inputs: KnockInputs, speedRpm: number, manifoldKpa: number): number {
  const overKpa = manifoldKpa - AT_KPA;
  const byPressure = overKpa > 0 ? -ABOVE_DEG_PER_KPA * overKpa : -BELOW_DEG_PER_KPA * overKpa;
  const bySpeed = (PER_1000_RPM_DEG * (speedRpm - 3000)) / 1000;
  return fullLoadAnchorDeg(inputs) + ROOM_DEG + bySpeed + byPressure;
}
