import { bisected, type Curve, lookUpCurve } from '../numeric';

/** Time to add to short openings, ms against the net time, ms. Empty for none. */
export type ShortPulseCurve = Curve;

/**
 * Time to add to a net opening, ms: linear between points, the first held below them, none above the last.
 * Example: 0.2 → 0.10, 1.0 → 0.02: at 0.6 ms 0.06 is added.
 */
export function shortPulseAddMs(curve: ShortPulseCurve, netMs: number): number {
  const last = curve.x[curve.x.length - 1];
  return last === undefined || netMs > last ? 0 : lookUpCurve(curve, netMs);
}

/** More than any correction takes off a net opening, ms. */
const MOST_TAKEN_MS = 2;

/**
 * Net opening whose fuel an opening with its dead time taken off really gives, ms: the inverse of adding, found by
 * bisection. An injector with this curve, opened for `openMs`, flows for this long.
 */
export function netOfOpenMs(curve: ShortPulseCurve, openMs: number): number {
  const last = curve.x.length - 1;
  if (openMs <= 0 || last < 0) return Math.max(0, openMs);
  if (curve.values[last] === 0 && openMs >= (curve.x[last] as number)) return openMs;
  return bisected((netMs) => netMs + shortPulseAddMs(curve, netMs) < openMs, 0, openMs + MOST_TAKEN_MS);
}
