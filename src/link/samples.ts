/** Bytes of one number. */
const NUMBER_BYTES = 8;

/** Rows of samples as bytes: each row its numbers, 64 bits, little-endian; NaN where nothing is known. */
export function sampleBytes(rows: readonly (readonly number[])[]): Uint8Array {
  const columns = rows[0]?.length ?? 0;
  const bytes = new Uint8Array(rows.length * columns * NUMBER_BYTES);
  const view = new DataView(bytes.buffer);
  rows.forEach((row, r) =>
    row.forEach((value, c) => view.setFloat64((r * columns + c) * NUMBER_BYTES, value, true)),
  );
  return bytes;
}

/** Rows of so many columns from bytes; null where they are no whole rows. */
export function sampleRows(bytes: Uint8Array, columns: number): Float64Array[] | null {
  const rowBytes = columns * NUMBER_BYTES;
  if (columns === 0 || bytes.length === 0 || bytes.length % rowBytes !== 0) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Array.from({ length: bytes.length / rowBytes }, (_, r) => {
    // Read into a room of its own: the making of one number by number takes five times as long, and rows come all the time.
    const row = new Float64Array(columns);
    for (let c = 0; c < columns; c += 1) row[c] = view.getFloat64(r * rowBytes + c * NUMBER_BYTES, true);
    return row;
  });
}
