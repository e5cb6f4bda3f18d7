/** Time to add to short openings: net times strictly increasing, ms. Empty for none. */
export type ShortPulseCurve = readonly { readonly netMs: number; readonly addMs: number }[];

/**
 * Time to add to a net opening, ms: linear between points, the first held below them, none above the last.
 * Example: 0.2 → 0.10, 1.0 → 0.02: at 0.6 ms 0.06 is added.
 */
export function shortPulseAddMs(curve: ShortPulseCurve, netMs: number): number {
  const first = curve[0];
  const last = curve[curve.length - 1];
  if (first === undefined || last === undefined || netMs > last.netMs) return 0;
  if (netMs <= first.netMs) return first.addMs;
  const i = curve.findIndex((point) => netMs <= point.netMs);
  const from = curve[i - 1] ?? first;
  const to = curve[i] ?? last;
  return from.addMs + ((to.addMs - from.addMs) * (netMs - from.netMs)) / (to.netMs - from.netMs);
}

/**
 * Net opening whose fuel an opening with its dead time taken off really gives, ms: the inverse of adding, found by
 * bisection. An injector with this curve, opened for `openMs`, flows for this long.
 */
export function netOfOpenMs(curve: ShortPulseCurve, openMs: number): number {
  const last = curve[curve.length - 1];
  if (openMs <= 0 || last === undefined) return Math.max(0, openMs);
  if (last.addMs === 0 && openMs >= last.netMs) return openMs;
  let low = 0;
  let high = openMs + 2;
  for (let i = 0; i < 40; i += 1) {
    const middle = (low + high) / 2;
    if (middle + shortPulseAddMs(curve, middle) < openMs) low = middle;
    else high = middle;
  }
  return high;
}
