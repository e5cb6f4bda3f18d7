/** A map over two axes, row by row. */
export interface Surface {
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly z: readonly number[];
}

/** A surface from a formula. */
export function surfaceOf(
  x: readonly number[],
  y: readonly number[],
  at: (x: number, y: number) => number,
): Surface {
  return { x, y, z: y.flatMap((row) => x.map((column) => at(column, row))) };
}

/** Bilinear between four points, held beyond the edges. */
export function readSurface({ x, y, z }: Surface, atX: number, atY: number): number {
  const [i, fx] = place(x, atX);
  const [j, fy] = place(y, atY);
  const value = (column: number, row: number) => z[row * x.length + column] ?? NaN;
  const below = value(i, j) + (value(i + 1, j) - value(i, j)) * fx;
  const above = value(i, j + 1) + (value(i + 1, j + 1) - value(i, j + 1)) * fx;
  return below + (above - below) * fy;
}

/** A curve of points between which it is straight, held beyond its ends. */
export function readCurve(points: readonly (readonly [number, number])[], at: number): number {
  const axis = points.map(([x]) => x);
  const [i, share] = place(axis, at);
  const [from, to] = [points[i]?.[1] ?? NaN, points[i + 1]?.[1] ?? NaN];
  return from + (to - from) * share;
}

function place(axis: readonly number[], at: number): [number, number] {
  let i = 0;
  while (i < axis.length - 2 && at >= (axis[i + 1] ?? Infinity)) i += 1;
  const [from, to] = [axis[i] ?? NaN, axis[i + 1] ?? NaN];
  return [i, Math.min(1, Math.max(0, (at - from) / (to - from)))];
}
