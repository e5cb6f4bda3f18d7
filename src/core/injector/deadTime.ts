import { type Curve, leastSquares, lookUpCurve } from '../numeric';

/** Dead time in ms against voltage, ready for look-up, and the law beyond the ends. */
export interface DeadTimeCurve extends Curve {
  readonly law: DeadTimeLaw;
}

/** a + b/(V − c): what a solenoid's pull-in time does against voltage. b ≥ 0, c below every voltage in the table. */
export interface DeadTimeLaw {
  readonly aMs: number;
  readonly bMsV: number;
  readonly cV: number;
}

/** Something odd in a dead-time table, at the point with this index. */
export type DeadTimeFlag =
  | { readonly code: 'rises'; readonly index: number; readonly byMs: number }
  | { readonly code: 'kink'; readonly index: number; readonly offMs: number; readonly expectedMs: number };

/** A point of a dead-time curve. */
export interface DeadTimePoint {
  readonly volts: number;
  readonly ms: number;
}

/** Prepares points (≥ 2, volts strictly increasing) for look-up. */
export function deadTimeCurve(points: readonly DeadTimePoint[]): DeadTimeCurve {
  const volts = points.map((point) => point.volts);
  const timesMs = points.map((point) => point.ms);
  const curve = { x: Float64Array.from(volts), values: Float64Array.from(timesMs) };
  return { ...curve, law: fittedLaw(volts, timesMs) };
}

/**
 * Dead time at a voltage, ms. Linear between points; beyond the ends the fitted law continues from the end point, so
 * there is no step.
 */
export function deadTimeMs(curve: DeadTimeCurve, voltage: number): number {
  const { x: volts, values: timesMs, law } = curve;
  const last = volts.length - 1;
  const firstV = volts[0] as number;
  const lastV = volts[last] as number;
  if (voltage < firstV) return continued(law, voltage, firstV, timesMs[0] as number);
  if (voltage > lastV) return continued(law, voltage, lastV, timesMs[last] as number);
  return lookUpCurve(curve, voltage);
}

/** How close to the law's pole a voltage is followed, V: below it the injector does not open at all. */
const POLE_MARGIN_V = 0.5;

function continued(law: DeadTimeLaw, voltage: number, endV: number, endMs: number): number {
  const at = Math.max(voltage, law.cV + POLE_MARGIN_V);
  return Math.max(0, endMs + law.bMsV / (at - law.cV) - law.bMsV / (endV - law.cV));
}

/**
 * Least-squares fit of a + b/(V − c): linear in a and b for a given c, which is searched on a grid below the lowest
 * voltage. b is never negative: dead time does not rise with voltage.
 */
function fittedLaw(volts: readonly number[], timesMs: readonly number[]): DeadTimeLaw {
  const lowest = volts[0] as number;
  const meanMs = mean(timesMs);
  let best: DeadTimeLaw = { aMs: meanMs, bMsV: 0, cV: lowest - 2 };
  let bestError = Infinity;
  for (let cV = 0; cV <= lowest - 1; cV += 0.1) {
    const inverse = volts.map((v) => 1 / (v - cV));
    const meanX = mean(inverse);
    const [slope = 0] =
      leastSquares(
        inverse.map((x) => [x - meanX]),
        timesMs.map((time) => time - meanMs),
      ) ?? [];
    const bMsV = Math.max(0, slope);
    const aMs = meanMs - bMsV * meanX;
    const error = inverse.reduce((sum, x, i) => sum + (aMs + bMsV * x - (timesMs[i] as number)) ** 2, 0);
    if (error < bestError) {
      bestError = error;
      best = { aMs, bMsV, cV };
    }
  }
  return best;
}

/** A point is a kink when it is off what its neighbours say by more than this, both in ms and as a share. */
const KINK_MS = 0.04;
const KINK_SHARE = 0.06;

/**
 * What is odd in a table: times that rise with voltage, and kinks (a point off the smooth fall through its
 * neighbours). Nothing is altered; a kink next to a worse one is not reported, since one bad point bends both sides.
 */
export function deadTimeFlags(points: readonly DeadTimePoint[]): DeadTimeFlag[] {
  const { law } = deadTimeCurve(points);
  const volts = points.map((point) => point.volts);
  const timesMs = points.map((point) => point.ms);
  const flags: DeadTimeFlag[] = [];
  for (let i = 1; i < volts.length; i += 1) {
    const byMs = (timesMs[i] as number) - (timesMs[i - 1] as number);
    if (byMs >= 0) flags.push({ code: 'rises', index: i, byMs });
  }
  const off = volts.map((_, i) =>
    i === 0 || i === volts.length - 1 ? 0 : offNeighbours(volts, timesMs, law, i),
  );
  off.forEach((offMs, index) => {
    const size = Math.abs(offMs);
    const worst = size >= Math.abs(off[index - 1] ?? 0) && size > Math.abs(off[index + 1] ?? 0);
    const time = timesMs[index] as number;
    if (worst && size > KINK_MS && size > KINK_SHARE * time) {
      flags.push({ code: 'kink', index, offMs, expectedMs: time - offMs });
    }
  });
  return flags;
}

/** A sentence for a flag: what is odd, where, what to do. */
export function deadTimeFlagMessage(points: readonly DeadTimePoint[], flag: DeadTimeFlag): string {
  const at = points[flag.index]?.volts;
  switch (flag.code) {
    case 'rises':
      return `Dead time does not fall up to ${at} V. It must fall as voltage rises: check this point and the one before.`;
    case 'kink':
      return `Kink at ${at} V: the neighbours say ${flag.expectedMs.toFixed(2)} ms, the table ${Math.abs(flag.offMs).toFixed(2)} ms ${flag.offMs > 0 ? 'more' : 'less'}. Check it on the sheet.`;
  }
}

/** How far point i is above a line through its neighbours in 1/(V − c), in which a clean table is nearly straight. */
function offNeighbours(
  volts: readonly number[],
  timesMs: readonly number[],
  law: DeadTimeLaw,
  i: number,
): number {
  const x = (k: number) => 1 / ((volts[k] as number) - law.cV);
  const y = (k: number) => timesMs[k] as number;
  const expected = y(i - 1) + ((y(i + 1) - y(i - 1)) * (x(i) - x(i - 1))) / (x(i + 1) - x(i - 1));
  return y(i) - expected;
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
