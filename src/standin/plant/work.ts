import { curveThrough, lookUpCurve } from '@/core/numeric';
import type { Metal } from './metal';

/** Share of the ideal cycle’s efficiency that is reached. */
const CYCLE_QUALITY = 0.72;
const GAMMA_BURNED = 1.3;
/** Torque lost for each degree squared off the best spark while running, and how many times that at rest. */
const SPARK_LOSS = 0.0006;
const SPARK_LOSS_CRANKING = 3.4;
const CRANKING_BELOW_RPM = 600;
/** The most that burning before top dead centre pushes back, as a share of what it would give. */
const MOST_KICK = -1;

/**
 * Heat that a mass of air frees, against that of a complete burn: most a little rich; what is richer finds no oxygen and
 * cools, half is left at 0.45; what is leaner has less fuel and burns slowly.
 */
const FREED = curveThrough([
  [0.4, 0.42],
  [0.45, 0.5],
  [0.55, 0.68],
  [0.65, 0.84],
  [0.75, 0.95],
  [0.85, 0.998],
  [0.885, 1],
  [0.92, 0.998],
  [0.96, 0.985],
  [1, 0.965],
  [1.1, 0.89],
  [1.25, 0.775],
  [1.45, 0.635],
  [1.7, 0.5],
]);

/** Heat freed for each mass of air, against a complete burn of it, at a vapour lambda. */
export function freedShare(vapourLambda: number): number {
  return lookUpCurve(FREED, vapourLambda);
}

/** Loss of a charge of vacuum alone, far from where thin charges burn best; and the distance at which it is 40 % of that. */
const THIN = { loss: 0.05, within: 0.1 } as const;

/**
 * Heat that a thin charge frees against a full one of its lambda: what stayed of the last one slows its burn, the more so the
 * further it is off its own best mixture.
 */
export function thinShare(vapourLambda: number, bestLambda: number, pressureShare: number): number {
  const off = (vapourLambda - bestLambda) / THIN.within;
  const thin = 1 - Math.min(1, pressureShare);
  return 1 - (thin * THIN.loss * off * off) / (1.5 + off * off);
}

/** Spark advance that gives the most torque, ° BTDC: little while cranking, more with speed and with thin charges. */
export function bestSparkDeg(speedRpm: number, pressureShare: number): number {
  const thin = 1 - Math.min(1, pressureShare);
  const cranking = 8 * Math.min(1, Math.max(0, (speedRpm - 200) / 600));
  return 8 + cranking + 12 * Math.min(1, speedRpm / 3000) + 8 * thin;
}

/**
 * Work of a charge against that with the best spark: it falls with the square of what the spark is off. At cranking speed
 * the burn takes fewer degrees, so each counts more, and one that is done before top dead centre pushes back.
 */
export function sparkShare(offDeg: number, speedRpm: number): number {
  const slow = Math.max(0, 1 - speedRpm / CRANKING_BELOW_RPM);
  const share = 1 - SPARK_LOSS * (1 + (SPARK_LOSS_CRANKING - 1) * slow) * offDeg * offDeg;
  return offDeg > 0 ? Math.max(MOST_KICK * slow, share) : Math.max(0, share);
}

/** Share of freed heat that becomes work at best: the ideal cycle, its quality, and heat lost to the walls when slow. */
export function efficiency(metal: Metal, speedRpm: number): number {
  return idealOf(metal) * CYCLE_QUALITY * (0.78 + 0.22 * Math.min(1, speedRpm / 1500));
}

let known = { compressionRatio: NaN, ideal: NaN };

/** Efficiency of the ideal cycle, remembered: an engine keeps its compression. */
function idealOf({ compressionRatio }: Metal): number {
  if (known.compressionRatio !== compressionRatio) {
    known = { compressionRatio, ideal: 1 - Math.pow(compressionRatio, 1 - GAMMA_BURNED) };
  }
  return known.ideal;
}
