/** How much resolution a value of an axis deserves, relative to others; above 0. */
export type AxisWeight = (value: number) => number;

/** Steps the weight is summed in. */
const STEPS = 2000;

/**
 * As many breakpoints from the first to the last, close together where the weight is high: equal shares of its integral
 * lie between neighbours. Rounded to the axis's decimals; both ends are exact.
 */
export function weightedAxis(
  from: number,
  to: number,
  count: number,
  weight: AxisWeight,
  decimals: number,
): number[] {
  const at = (i: number) => from + ((to - from) * i) / STEPS;
  const sums = [0];
  for (let i = 0; i < STEPS; i += 1) {
    sums.push((sums[i] as number) + Math.max(1e-9, weight((at(i) + at(i + 1)) / 2)));
  }
  const total = sums[STEPS] as number;
  const breakpoints = Array.from({ length: count }, (_, k) => {
    if (k === 0) return from;
    if (k === count - 1) return to;
    const wanted = (total * k) / (count - 1);
    const above = sums.findIndex((sum) => sum >= wanted);
    const low = sums[above - 1] as number;
    const share = (wanted - low) / ((sums[above] as number) - low);
    return Number(at(above - 1 + share).toFixed(decimals));
  });
  return breakpoints.filter((value, i) => i === 0 || value > (breakpoints[i - 1] as number));
}

/** A bump of a weight: its height at a place, falling to both sides within a width. */
export function bump(value: number, centre: number, width: number, height: number): number {
  return height * Math.exp(-(((value - centre) / width) ** 2));
}
