/** What says where a reading is that of the mixture. */
export interface SensorSurroundings {
  readonly displacementL: number;
  /** Length from sensor to open air, m; null where it is not known, and taken for long enough. */
  readonly pipeBehindM: number | null;
  /** Cams with so much overlap that air passes through unburned at idle. */
  readonly raceCams: boolean;
  readonly idleRpm: number;
  readonly barometricKpa: number;
}

/** A point of the engine, with its air flow. */
export interface TrustedAt {
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly flowGPerS: number;
}

/** Why a reading is not that of the mixture at a point. */
export type FalseReading = 'pipe' | 'overlap' | 'overrun';

/** Between two pulses outside air comes back so far at 2 g/s for each litre, m; less with more gas, in proportion. */
const COMES_BACK_M = 1.05;
const AT_G_PER_S_PER_L = 2;
/** With race cams, up to such a multiple of idle speed and below such a share of the air outside, air passes unburned. */
const OVERLAP = { speeds: 1.5, share: 0.6 } as const;
/** Below this share of the air outside charges burn by chance, or not at all. */
const OVERRUN_SHARE = 0.24;

/** How far outside air comes back into the exhaust, m. Example: 2.46 L at 4.92 g/s → 1.05; at 14.76 → 0.35. */
export function airComesBackM(displacementL: number, flowGPerS: number): number {
  return (COMES_BACK_M * AT_G_PER_S_PER_L * displacementL) / Math.max(0.1, flowGPerS);
}

/** Why a lambda sensor reads something else than the mixture at a point; null where it reads it. */
export function falseReading(
  { displacementL, pipeBehindM, raceCams, idleRpm, barometricKpa }: SensorSurroundings,
  { speedRpm, manifoldKpa, flowGPerS }: TrustedAt,
): FalseReading | null {
  if (manifoldKpa < OVERRUN_SHARE * barometricKpa) return 'overrun';
  if (pipeBehindM !== null && pipeBehindM < airComesBackM(displacementL, flowGPerS)) return 'pipe';
  const overlaps = speedRpm < OVERLAP.speeds * idleRpm && manifoldKpa < OVERLAP.share * barometricKpa;
  return raceCams && overlaps ? 'overlap' : null;
}
