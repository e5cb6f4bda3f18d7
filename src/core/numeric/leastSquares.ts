/** A pivot smaller than this, columns scaled to about one, means that columns depend on each other. */
const SINGULAR = 1e-13;

/**
 * The coefficients whose combination of columns comes nearest to the targets, least squares, by the normal equations
 * with columns scaled to about one (by powers of two, which round nothing). Null where the columns depend on each other or there are fewer rows than columns.
 * Example: rows (1, 0), (1, 1), (1, 2) to 1, 3, 5 → 1, 2.
 * @param rows one a target, each with a number a column.
 */
export function leastSquares(
  rows: readonly (readonly number[])[],
  targets: readonly number[],
): number[] | null {
  const width = rows[0]?.length ?? 0;
  if (width === 0) return null;
  const columns = Array.from({ length: width }, (_, k) => rows.map((row) => row[k] as number));
  const scales = columns.map((column) => powerOfTwo(Math.max(...column.map(Math.abs))));
  const scaled = columns.map((column, k) => column.map((value) => value / (scales[k] as number)));
  const matrix = scaled.map((column) => [...scaled.map((other) => dot(column, other)), dot(column, targets)]);
  if (!eliminated(matrix)) return null;
  return matrix.map((row, k) => (row[width] as number) / (row[k] as number) / (scales[k] as number));
}

/** The power of two next above a size; 1 for none. */
function powerOfTwo(size: number): number {
  return size > 0 ? 2 ** Math.ceil(Math.log2(size)) : 1;
}

function dot(one: readonly number[], other: readonly number[]): number {
  return one.reduce((sum, value, i) => sum + value * (other[i] as number), 0);
}

/** Makes a matrix with its right side diagonal, in place; false for a singular one. Symmetric, it needs no exchange of rows. */
function eliminated(matrix: number[][]): boolean {
  const at = (row: number, column: number) => (matrix[row] as number[])[column] as number;
  for (let column = 0; column < matrix.length; column += 1) {
    if (Math.abs(at(column, column)) < SINGULAR) return false;
    for (let row = 0; row < matrix.length; row += 1) {
      if (row === column) continue;
      const factor = at(row, column) / at(column, column);
      matrix[row] = (matrix[row] as number[]).map((value, k) => value - factor * at(column, k));
    }
  }
  return true;
}
