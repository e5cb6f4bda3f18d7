/**
 * After-start factor at a time since the engine began to run: falls in a straight line from `initial` to 1.
 * Example: 2.0 over 30 s, after 15 s → 1.5.
 * @param decayS seconds until it is gone; 0 means at once.
 */
export function afterStartFactor(initial: number, decayS: number, sinceStartS: number): number {
  if (sinceStartS >= decayS) return 1;
  return 1 + (initial - 1) * (1 - sinceStartS / decayS);
}
