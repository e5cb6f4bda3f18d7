/** Degrees of crank in a four-stroke cycle. */
export const CYCLE_DEG = 720;

/** Length of a four-stroke cycle in s at one rev/min: divided by the speed, its length at any. */
export const CYCLE_S_AT_1_RPM = 120;

/** An angle brought into one cycle, 0 to below 720°. Example: −30 → 690. */
export function wrappedDeg(angleDeg: number): number {
  return ((angleDeg % CYCLE_DEG) + CYCLE_DEG) % CYCLE_DEG;
}
