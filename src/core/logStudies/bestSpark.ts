/** What one run gave at an advance, in any measure. */
export interface SparkPoint {
  readonly sparkDeg: number;
  readonly measure: number;
}

/** The advance with the most torque. */
export interface BestSpark {
  /** The least that gives it but for a third of a per cent, ° BTDC. */
  readonly leastDeg: number;
  readonly standardErrorDeg: number;
  /** It still rises at the most advance that was driven: the most lies further than that says. */
  readonly rises: boolean;
}

/** Torque lost for each degree squared off the best: what engines have, and how far they differ in it. */
const USUAL_LOSS = { mean: 0.0006, spread: 0.00025 } as const;
/** Runs differ by so much at the least, a share. */
const LEAST_SCATTER = 0.004;
/** So far short of the most a third of a per cent of torque is given away, at the usual loss, °. */
const SHORT_DEG = Math.sqrt(0.003 / USUAL_LOSS.mean);
/** The most may lie so far beyond what was driven, °. */
const BEYOND_DEG = 2;

/**
 * The least spark for the torque by a parabola through runs, measure = a − c·(spark − best)², with the loss that engines usually have
 * counted as one more reading. Null for fewer than three runs.
 */
export function bestSpark(points: readonly SparkPoint[]): BestSpark | null {
  if (points.length < 3) return null;
  const count = points.length;
  const centre = points.reduce((sum, { sparkDeg }) => sum + sparkDeg, 0) / count;
  const level = points.reduce((sum, { measure }) => sum + measure, 0) / count;
  const rows = points.map(({ sparkDeg, measure }) => {
    const off = sparkDeg - centre;
    return { row: [1, off, off * off] as const, target: measure / level };
  });
  let scatter: number = LEAST_SCATTER;
  // What scatters is known once a curve is drawn; the curve is drawn once what scatters is known.
  let fitted = solvedWith(rows, scatter);
  if (count > 3) {
    const squares = rows.reduce((sum, { row, target }) => sum + (target - valueOf(fitted.at, row)) ** 2, 0);
    scatter = Math.max(LEAST_SCATTER, Math.sqrt(squares / (count - 3)));
    fitted = solvedWith(rows, scatter);
  }
  const [, b, c] = fitted.at;
  const most = Math.max(...points.map(({ sparkDeg }) => sparkDeg));
  if (!(c < 0)) return { leastDeg: NaN, standardErrorDeg: Infinity, rises: true };
  const bestOff = -b / (2 * c);
  // best = −b / 2c: how it moves with b and with c.
  const [byB, byC] = [-1 / (2 * c), b / (2 * c * c)];
  const { covariance } = fitted;
  const variance =
    byB * byB * (covariance[1]?.[1] ?? NaN) +
    2 * byB * byC * (covariance[1]?.[2] ?? NaN) +
    byC * byC * (covariance[2]?.[2] ?? NaN);
  const bestDeg = centre + bestOff;
  return {
    leastDeg: bestDeg - SHORT_DEG,
    standardErrorDeg: Math.sqrt(variance),
    rises: bestDeg > most + BEYOND_DEG,
  };
}

type Triple = readonly [number, number, number];

function valueOf(at: Triple, row: Triple): number {
  return at[0] * row[0] + at[1] * row[1] + at[2] * row[2];
}

/** The parabola through weighted rows and the usual loss, with the covariance of its three numbers. */
function solvedWith(
  rows: readonly { readonly row: Triple; readonly target: number }[],
  scatter: number,
): { readonly at: Triple; readonly covariance: readonly (readonly number[])[] } {
  const matrix = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  const right = [0, 0, 0];
  const add = (row: Triple, target: number, weight: number) => {
    for (let i = 0; i < 3; i += 1) {
      right[i] = (right[i] as number) + weight * (row[i] as number) * target;
      const into = matrix[i] as number[];
      for (let j = 0; j < 3; j += 1)
        into[j] = (into[j] as number) + weight * (row[i] as number) * (row[j] as number);
    }
  };
  for (const { row, target } of rows) add(row, target, 1 / scatter ** 2);
  add([0, 0, 1], -USUAL_LOSS.mean, 1 / USUAL_LOSS.spread ** 2);
  const covariance = inverseOf(matrix);
  const at = covariance.map((row) => row.reduce((sum, value, j) => sum + value * (right[j] as number), 0));
  return { at: [at[0] ?? NaN, at[1] ?? NaN, at[2] ?? NaN], covariance };
}

/** The inverse of three by three, by cofactors. */
function inverseOf(m: readonly (readonly number[])[]): number[][] {
  const at = (i: number, j: number) => m[i % 3]?.[j % 3] ?? NaN;
  const cofactor = (i: number, j: number) =>
    at(i + 1, j + 1) * at(i + 2, j + 2) - at(i + 1, j + 2) * at(i + 2, j + 1);
  const determinant = at(0, 0) * cofactor(0, 0) + at(0, 1) * cofactor(0, 1) + at(0, 2) * cofactor(0, 2);
  return [0, 1, 2].map((i) => [0, 1, 2].map((j) => cofactor(j, i) / determinant));
}
