/** Time that a crank angle takes, ms. Example: 55° at 6200 rev/min → 1.478. */
export function windowMs(lengthDeg: number, speedRpm: number): number {
  return (1000 * lengthDeg) / (6 * speedRpm);
}

/** Speeds that curves of knock are laid over, as shares of the highest. */
const SPEED_SHARES = [0.2, 0.32, 0.45, 0.58, 0.7, 0.82, 0.92, 1] as const;

/** Speeds that curves of knock are laid over, rev/min. */
export function knockSpeeds(maxSpeedRpm: number): number[] {
  return SPEED_SHARES.map((share) => Math.round((share * maxSpeedRpm) / 100) * 100);
}

/** Where listening begins, ° after top dead centre: ringing takes time to begin, which is more degrees at speed. */
export function proposedStartDeg(speedRpm: number): number {
  return Math.round(8 + speedRpm / 1200);
}

/** For how long, °: shorter at speed, where the next valve is nearer in time. */
export function proposedLengthDeg(speedRpm: number): number {
  return Math.round(Math.max(42, 60 - speedRpm / 500));
}

/** Noise of an engine of this kind that is not known yet, V at a gain of 1 over 55°: a guess by speed alone. */
export function usualNoiseV(speedRpm: number): number {
  return 0.15 + 0.1 * (speedRpm / 1000) ** 1.5;
}

/** The window that {@link usualNoiseV} is said for, °. */
export const USUAL_WINDOW_DEG = 55;
/** How far above clean noise a threshold is laid. */
export const THRESHOLD_MARGIN = 1.35;

/** Factor of the threshold by coolant: pistons slap until they are warm. */
export function proposedCoolantFactor(coolantC: number): number {
  return Number((1 + 0.004 * Math.max(0, 80 - coolantC)).toFixed(2));
}

/** Fuel added for a pulled spark, %. */
export function proposedKnockFuelPercent(retardDeg: number): number {
  return Number((0.6 * retardDeg).toFixed(1));
}
