/**
 * Rows of text with pasted cells laid over them from a cell on; rows grow as needed, columns do not. A first pasted row
 * without any digit is a heading and is left out.
 */
export function filledFrom(
  rows: readonly (readonly string[])[],
  pasted: readonly (readonly string[])[],
  from: { readonly row: number; readonly column: number },
  width: number,
): string[][] {
  const [first, ...others] = pasted;
  const cells =
    first !== undefined && others.length > 0 && !first.some((text) => /\d/.test(text)) ? others : pasted;
  const length = Math.max(rows.length, from.row + cells.length);
  return Array.from({ length }, (_, row) =>
    Array.from({ length: width }, (_, column) => {
      const over = cells[row - from.row]?.[column - from.column];
      return over ?? rows[row]?.[column] ?? '';
    }),
  );
}
