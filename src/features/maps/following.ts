import type { Place } from '@/ui/grid';

/** How far the engine has to be from the middle of the cell that is followed before another one is, in cells. */
const LETS_GO = 0.65;

/**
 * The cell that is followed, with the engine at a place in cells, fractions allowed: the nearest one, but the same as before
 * until the engine has left it for certain.
 */
export function followed(before: Place | null, at: Place, size: { columns: number; rows: number }): Place {
  const nearest = {
    column: Math.min(size.columns - 1, Math.max(0, Math.round(at.column))),
    row: Math.min(size.rows - 1, Math.max(0, Math.round(at.row))),
  };
  if (before === null) return nearest;
  const far = Math.max(Math.abs(at.column - before.column), Math.abs(at.row - before.row));
  return far > LETS_GO ? nearest : before;
}
