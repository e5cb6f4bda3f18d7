import type { StandIn } from './standIn';
import type { Thermal } from './thermal';

/** What became of one cylinder's charge. */
export type EventOutcome = 'burned' | 'tooLean' | 'tooRich' | 'wetPlug' | 'noFuel' | 'noSpark';

/** Share of the ideal cycle's efficiency that is reached. */
const CYCLE_QUALITY = 0.72;
const GAMMA_BURNED = 1.3;
/** Torque lost for each degree squared off the best spark. */
const SPARK_LOSS = 0.0006;

/** Share of arriving fuel that is vapour: lowest cranking at high pressure, rising with speed and vacuum. */
export function vapourShare(
  thermal: Thermal,
  speedRpm: number,
  manifoldKpa: number,
  barometricKpa: number,
): number {
  const bySpeed = 1 / (1 + Math.max(0, speedRpm - 250) / 4200);
  const byPressure = 0.7 + 0.3 * Math.min(1, manifoldKpa / barometricKpa);
  return 1 - (1 - thermal.vapourCranking) * bySpeed * byPressure;
}

/** What happens to a charge with this vapour lambda and this wet a plug (1 is soaked). */
export function eventOutcome(
  thermal: Thermal,
  vapourLambda: number,
  plugWetness: number,
  sparks = true,
): EventOutcome {
  if (!Number.isFinite(vapourLambda)) return 'noFuel';
  if (!sparks) return 'noSpark';
  if (vapourLambda < thermal.richLimit) return 'tooRich';
  if (plugWetness >= 1) return 'wetPlug';
  return vapourLambda > thermal.leanLimit ? 'tooLean' : 'burned';
}

/** Spark advance that gives the most torque, ° BTDC. */
function bestSparkDeg(speedRpm: number, manifoldKpa: number, barometricKpa: number): number {
  const thin = 1 - Math.min(1, manifoldKpa / barometricKpa);
  return 16 + 12 * Math.min(1, speedRpm / 3000) + 8 * thin;
}

/**
 * Work of one burned charge on the piston, J. Fuel beyond what the air can burn does nothing.
 * @param airMg air in the cylinder; `vapourMg` fuel vapour in it.
 */
export function indicatedWorkJ(
  standIn: StandIn,
  airMg: number,
  vapourMg: number,
  sparkDeg: number,
  speedRpm: number,
  manifoldKpa: number,
): number {
  const burnedMg = Math.min(vapourMg, airMg / standIn.fuel.stoichiometricRatio);
  const ideal = 1 - Math.pow(standIn.compressionRatio, 1 - GAMMA_BURNED);
  const heatKept = 0.78 + 0.22 * Math.min(1, speedRpm / 1500);
  const off = sparkDeg - bestSparkDeg(speedRpm, manifoldKpa, standIn.barometricKpa);
  const spark = Math.max(0, 1 - SPARK_LOSS * off * off);
  return burnedMg * standIn.fuel.heatingMjPerKg * ideal * CYCLE_QUALITY * heatKept * spark;
}
