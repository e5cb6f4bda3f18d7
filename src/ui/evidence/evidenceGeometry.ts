/** A cell as it is drawn: its ground, and the square that grows with evidence. */
export interface EvidenceCell {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Side share of the square inside, 0…1. */
  readonly filled: number;
}

/** Gap between cells, px. */
const GAP = 1;
/** The smallest square that is drawn where there is any evidence. */
const LEAST = 0.25;

/**
 * Where the cells of a map are drawn: columns from left, rows from below, as the map is read.
 * @param enough evidence that fills a cell.
 */
export function evidenceCells(
  columns: number,
  rows: number,
  evidence: ArrayLike<number>,
  enough: number,
  width: number,
  height: number,
): EvidenceCell[] {
  const [w, h] = [width / columns, height / rows];
  return Array.from({ length: columns * rows }, (_, i) => {
    const column = i % columns;
    const row = Math.floor(i / columns);
    const share = Math.min(1, Math.max(0, (evidence[i] ?? 0) / enough));
    return {
      x: column * w,
      y: height - (row + 1) * h,
      width: w - GAP,
      height: h - GAP,
      filled: share <= 0.02 ? 0 : LEAST + (1 - LEAST) * Math.sqrt(share),
    };
  });
}

/** The cell at a point of the picture. */
export function cellAtPoint(
  columns: number,
  rows: number,
  width: number,
  height: number,
  x: number,
  y: number,
): number {
  const within = (value: number, count: number) => Math.min(count - 1, Math.max(0, Math.floor(value)));
  const column = within((x / width) * columns, columns);
  const row = rows - 1 - within((y / height) * rows, rows);
  return row * columns + column;
}

/** Where a value lies along an axis of breakpoints, in columns from the middle of the first. */
export function alongAxis(axis: readonly number[], value: number): number {
  const last = axis.length - 1;
  if (value <= (axis[0] ?? 0)) return 0;
  for (let i = 0; i < last; i += 1) {
    const [from, to] = [axis[i] as number, axis[i + 1] as number];
    if (value <= to) return i + (value - from) / (to - from);
  }
  return last;
}
