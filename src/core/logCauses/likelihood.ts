/** A symmetric positive matrix by rows, factored as L·Lᵀ: L stands on and below the diagonal. */
export interface Cholesky {
  readonly size: number;
  readonly lower: Float64Array;
  /** Σ ln of the diagonal of L, twice: the logarithm of the determinant. */
  readonly logDeterminant: number;
}

/**
 * Factors a covariance.
 * @param covariance size × size, of which what is on and below the diagonal is read.
 * @throws {RangeError} for one that is not positive.
 */
export function choleskyOf(size: number, covariance: Float64Array): Cholesky {
  const lower = new Float64Array(size * size);
  let sum = 0;
  for (let i = 0; i < size; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let rest = covariance[i * size + j] as number;
      for (let k = 0; k < j; k += 1)
        rest -= (lower[i * size + k] as number) * (lower[j * size + k] as number);
      if (i === j) {
        if (!(rest > 0)) throw new RangeError('The covariance is not positive');
        lower[i * size + i] = Math.sqrt(rest);
        sum += Math.log(rest);
      } else lower[i * size + j] = rest / (lower[j * size + j] as number);
    }
  }
  return { size, lower, logDeterminant: sum };
}

/** L⁻¹·v: what products with the inverse are made of, (L⁻¹·a)·(L⁻¹·b) = aᵀ·K⁻¹·b. */
export function whitened({ size, lower }: Cholesky, vector: ArrayLike<number>): Float64Array {
  const out = new Float64Array(size);
  for (let i = 0; i < size; i += 1) {
    let rest = vector[i] as number;
    for (let k = 0; k < i; k += 1) rest -= (lower[i * size + k] as number) * (out[k] as number);
    out[i] = rest / (lower[i * size + i] as number);
  }
  return out;
}

export function dot(one: ArrayLike<number>, other: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < one.length; i += 1) sum += (one[i] as number) * (other[i] as number);
  return sum;
}

/** How well a pattern of one unknown size explains readings beside what the covariance holds. */
export interface PatternFit {
  /** Logarithm of the density of the readings, but for what all patterns share. */
  readonly logEvidence: number;
  /** The size that fits best, and how sure that is. */
  readonly size: number;
  readonly standardError: number;
}

/**
 * ln N(y; mean·x, K + s²·x·xᵀ) by the determinant lemma, with y and x whitened by K.
 * @param spread s, of the pattern's size about its mean before anything was read.
 */
export function patternFit(
  { logDeterminant }: Pick<Cholesky, 'logDeterminant'>,
  y: Float64Array,
  x: Float64Array,
  { mean, spread }: { readonly mean: number; readonly spread: number },
): PatternFit {
  const along = dot(x, x);
  const off = dot(x, y) - mean * along;
  const square = dot(y, y) - 2 * mean * dot(x, y) + mean * mean * along;
  const variance = (spread * spread) / (1 + spread * spread * along);
  return {
    logEvidence:
      -0.5 * (square - variance * off * off + logDeterminant + Math.log(1 + spread * spread * along)),
    size: mean + variance * off,
    standardError: Math.sqrt(variance),
  };
}

/** ln N(y; 0, K) with y whitened by K, but for what all share. */
export function logEvidence({ logDeterminant }: Pick<Cholesky, 'logDeterminant'>, y: Float64Array): number {
  return -0.5 * (dot(y, y) + logDeterminant);
}
