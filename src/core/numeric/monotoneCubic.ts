/**
 * Monotone piecewise cubic through points (Fritsch & Carlson 1980): meets every point, and never rises where the
 * points fall nor the reverse. Linear for two points.
 * @param x strictly increasing, at least two; the result is asked for inside them.
 */
export function monotoneCubic(x: readonly number[], y: readonly number[]): (at: number) => number {
  const n = x.length;
  const h = Array.from({ length: n - 1 }, (_, i) => value(x, i + 1) - value(x, i));
  const slope = h.map((step, i) => (value(y, i + 1) - value(y, i)) / step);
  const tangent = Array.from({ length: n }, (_, i) => {
    if (i === 0) return value(slope, 0);
    if (i === n - 1) return value(slope, n - 2);
    return value(slope, i - 1) * value(slope, i) <= 0 ? 0 : (value(slope, i - 1) + value(slope, i)) / 2;
  });
  for (let i = 0; i < n - 1; i += 1) {
    const s = value(slope, i);
    if (s === 0) {
      tangent[i] = 0;
      tangent[i + 1] = 0;
      continue;
    }
    const a = value(tangent, i) / s;
    const b = value(tangent, i + 1) / s;
    const size = Math.hypot(a, b);
    if (size > 3) {
      tangent[i] = (3 * a * s) / size;
      tangent[i + 1] = (3 * b * s) / size;
    }
  }
  return (at) => {
    let i = 0;
    while (i < n - 2 && at > value(x, i + 1)) i += 1;
    const step = value(h, i);
    const t = (at - value(x, i)) / step;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * value(y, i) +
      (t3 - 2 * t2 + t) * step * value(tangent, i) +
      (3 * t2 - 2 * t3) * value(y, i + 1) +
      (t3 - t2) * step * value(tangent, i + 1)
    );
  };
}

function value(values: readonly number[], i: number): number {
  return values[i] as number;
}
