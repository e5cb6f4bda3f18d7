import { type Curve, lookUpCurve } from '../numeric';

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

/**
 * Net opening whose fuel an opening with its dead time taken off really gives, ms: the inverse of adding. An injector with
 * this curve, opened for `openMs`, flows for this long.
 */
export function netOfOpenMs({ x, values }: ShortPulseCurve, openMs: number): number {
  if (openMs <= 0) return 0;
  for (let i = 0; i < x.length; i += 1) {
    const net = x[i] as number;
    const open = net + (values[i] as number);
    if (openMs > open) continue;
    if (i === 0) return Math.max(0, openMs - (values[0] as number));
    const netBefore = x[i - 1] as number;
    const openBefore = netBefore + (values[i - 1] as number);
    return netBefore + ((net - netBefore) * (openMs - openBefore)) / (open - openBefore);
  }
  return openMs;
}
