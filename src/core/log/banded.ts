/**
 * A symmetric positive matrix of which only a band beside its diagonal is not zero, by rows: the diagonal, then what stands
 * right of it.
 */
export interface Banded {
  readonly size: number;
  /** Places right of the diagonal. */
  readonly band: number;
  /** size × (band + 1). */
  readonly values: Float64Array;
}

/** A matrix of zeros. */
export function bandedOf(size: number, band: number): Banded {
  return { size, band, values: new Float64Array(size * (band + 1)) };
}

/** Adds to a place and, by symmetry, to its mirror. */
export function addAt({ band, values }: Banded, row: number, column: number, amount: number): void {
  const low = Math.min(row, column);
  const at = low * (band + 1) + Math.abs(row - column);
  values[at] = (values[at] as number) + amount;
}

/**
 * The factor L of a matrix L·D·Lᵀ, with D on its diagonal, and L below it standing where it is mirrored; written over it.
 * @throws {RangeError} for a matrix that is not positive.
 */
export function factored(matrix: Banded): Banded {
  const { size, band, values } = matrix;
  const row = band + 1;
  for (let j = 0; j < size; j += 1) {
    const d = values[j * row] as number;
    if (!(d > 0)) throw new RangeError('The matrix is not positive');
    const reach = Math.min(band, size - 1 - j);
    for (let a = 1; a <= reach; a += 1) {
      const factor = (values[j * row + a] as number) / d;
      if (factor === 0) continue;
      const target = (j + a) * row;
      for (let b = a; b <= reach; b += 1) {
        values[target + b - a] =
          (values[target + b - a] as number) - factor * (values[j * row + b] as number);
      }
    }
    for (let a = 1; a <= reach; a += 1) values[j * row + a] = (values[j * row + a] as number) / d;
  }
  return matrix;
}

/** Solves for a right side with a factored matrix. */
export function solved({ size, band, values }: Banded, right: Float64Array): Float64Array {
  const row = band + 1;
  const x = right.slice();
  for (let j = 0; j < size; j += 1) {
    const reach = Math.min(band, size - 1 - j);
    for (let a = 1; a <= reach; a += 1) {
      x[j + a] = (x[j + a] as number) - (values[j * row + a] as number) * (x[j] as number);
    }
  }
  for (let j = size - 1; j >= 0; j -= 1) {
    let sum = (x[j] as number) / (values[j * row] as number);
    const reach = Math.min(band, size - 1 - j);
    for (let a = 1; a <= reach; a += 1) sum -= (values[j * row + a] as number) * (x[j + a] as number);
    x[j] = sum;
  }
  return x;
}

/** The diagonal of the inverse of a factored matrix, found within its band (Takahashi 1973). */
export function inverseDiagonal({ size, band, values }: Banded): Float64Array {
  const row = band + 1;
  const inverse = new Float64Array(size * row);
  const at = (i: number, j: number) =>
    (i <= j ? inverse[i * row + j - i] : inverse[j * row + i - j]) as number;
  for (let i = size - 1; i >= 0; i -= 1) {
    const reach = Math.min(band, size - 1 - i);
    for (let b = reach; b >= 0; b -= 1) {
      let sum = b === 0 ? 1 / (values[i * row] as number) : 0;
      for (let a = 1; a <= reach; a += 1) sum -= (values[i * row + a] as number) * at(i + a, i + b);
      inverse[i * row + b] = sum;
    }
  }
  return Float64Array.from({ length: size }, (_, i) => inverse[i * row] as number);
}
