import { ByteReader, ByteWriter } from './bytes';
import { type PageColumn, readColumn, writeColumn } from './column';

/** Of this kind; others are refused. */
const VERSION = 1;
const MOST_ROWS = 1e9;
const MOST_COLUMNS = 10_000;

/** Columns of as many rows each as bytes, to be kept by themselves. */
export function pageOf(columns: readonly PageColumn[]): Uint8Array<ArrayBuffer> {
  const rows = columns[0]?.values.length ?? 0;
  const page = new ByteWriter(64 + 2 * rows * columns.length);
  page.byte(VERSION);
  page.whole(rows);
  page.whole(columns.length);
  for (const column of columns) {
    const own = new ByteWriter(64 + 2 * rows);
    writeColumn(own, column);
    page.whole(own.length);
    page.all(own.written());
  }
  return page.written().slice();
}

/** How many rows and columns a page has. @throws {RangeError} where it is none. */
export function pageSize(page: Uint8Array): { readonly rows: number; readonly columns: number } {
  return headOf(new ByteReader(page));
}

function headOf(reader: ByteReader) {
  if (reader.byte() !== VERSION) throw new RangeError('A part of the log is of another kind');
  const rows = reader.whole();
  const columns = reader.whole();
  if (rows > MOST_ROWS || columns > MOST_COLUMNS) throw new RangeError('A part of the log is damaged');
  return { rows, columns };
}

/**
 * Reads a page into rooms that may be longer: its columns by their order, from a row on.
 * @throws {RangeError} where it is damaged, cut off, or has other columns than there are rooms; the rooms may be begun then.
 */
export function readPage(
  page: Uint8Array,
  rooms: readonly (Float32Array | Float64Array)[],
  at: number,
): void {
  const reader = new ByteReader(page);
  const { rows, columns } = headOf(reader);
  if (columns !== rooms.length || rooms.some((room) => room.length < at + rows)) {
    throw new RangeError('A part of the log has other columns');
  }
  for (const room of rooms) {
    const after = reader.whole();
    const end = reader.left - after;
    readColumn(reader, room, rows, at);
    if (reader.left !== end) throw new RangeError('A part of the log is damaged');
  }
}
