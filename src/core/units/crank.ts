/** Degrees of crank in a four-stroke cycle. */
export const CYCLE_DEG = 720;

/** Degrees of crank in a turn. */
export const TURN_DEG = 360;

/** An angle brought into one cycle, 0 to below 720°. Example: −30 → 690. */
export function wrappedDeg(angleDeg: number): number {
  return ((angleDeg % CYCLE_DEG) + CYCLE_DEG) % CYCLE_DEG;
}
