/** The straight line nearest to points, by least squares; a level one through their middle where they stand above each other. */
export function leastSquaresLine(points: readonly (readonly [number, number])[]): {
  readonly slope: number;
  readonly offset: number;
} {
  const n = Math.max(1, points.length);
  const meanX = points.reduce((sum, [x]) => sum + x, 0) / n;
  const meanY = points.reduce((sum, [, y]) => sum + y, 0) / n;
  const spread = points.reduce((sum, [x]) => sum + (x - meanX) ** 2, 0);
  const slope =
    spread === 0 ? 0 : points.reduce((sum, [x, y]) => sum + (x - meanX) * (y - meanY), 0) / spread;
  return { slope, offset: meanY - slope * meanX };
}
