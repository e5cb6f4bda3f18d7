/** Points of a curve: x strictly increasing, a value each. May be empty where that means "none". */
export interface Curve {
  readonly x: Float64Array;
  readonly values: Float64Array;
}

/** The curve through points, x strictly increasing. */
export function curveThrough(points: readonly (readonly [x: number, value: number])[]): Curve {
  return {
    x: Float64Array.from(points, ([x]) => x),
    values: Float64Array.from(points, ([, value]) => value),
  };
}

/**
 * Index of the interval of an axis that holds a value: 0…length − 2. Before the first breakpoint it is the first
 * interval, after the last the last one. A one-point axis gives 0. Logarithmic time.
 */
export function intervalIndex(axis: Float64Array, value: number): number {
  let low = 0;
  let high = axis.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (value < (axis[middle] as number)) high = middle - 1;
    else low = middle;
  }
  return low;
}

/** Where in its interval a value lies, clamped to 0…1, so that look-ups hold at the edges. */
export function intervalFraction(axis: Float64Array, index: number, value: number): number {
  if (index + 1 >= axis.length) return 0;
  const from = axis[index] as number;
  const to = axis[index + 1] as number;
  if (value <= from) return 0;
  return value >= to ? 1 : (value - from) / (to - from);
}

/** Value of a curve at x: linear, held beyond the ends; exact on its points. */
export function lookUpCurve(curve: Curve, x: number): number {
  const i = intervalIndex(curve.x, x);
  const fraction = intervalFraction(curve.x, i, x);
  const from = curve.values[i] as number;
  return fraction === 0 ? from : from * (1 - fraction) + (curve.values[i + 1] as number) * fraction;
}

/** Value of a curve of two points or more at x: linear, and straight on beyond the ends. */
export function lookUpStraightOn({ x: axis, values }: Curve, x: number): number {
  const i = intervalIndex(axis, x);
  const from = axis[i] as number;
  const start = values[i] as number;
  return start + (((values[i + 1] as number) - start) * (x - from)) / ((axis[i + 1] as number) - from);
}

/** The curve read the other way, value to x, of one that only rises or only falls. */
export function inverseOf({ x, values }: Curve): Curve {
  const falls = (values[values.length - 1] as number) < (values[0] as number);
  return falls ? { x: values.slice().reverse(), values: x.slice().reverse() } : { x: values, values: x };
}
