import type { CellChange } from '../map';
import { TOUCHED_S } from './evidence';
import type { LogFit } from './fitLog';

/** How a map is corrected from a fit. */
export interface CorrectionChoice {
  /** Each cell by its own change, or the whole map by the one factor that was recognised. */
  readonly by: 'cells' | 'factor';
  /** No cell is moved further at once, a share. */
  readonly most: number;
}

/** What a builder would take at once: further off than this, another look at the cause comes first. */
export const MOST_AT_ONCE = 0.2;

/** What is nearer than this stays: a quarter of what counts as right, and no reading says it better, a share. */
const LEAST_MOVE = 0.005;

/**
 * The cells that a correction moves, with their new values: by what was found, those that nothing was found of stay; by one
 * factor all move. A cell with less than the evidence to be called right moves too, where the drive touched it: between it and
 * its neighbours the surface is what was fitted.
 * @param values of the map, row by row, in its own unit.
 * @param limits of the map’s values, and its decimals.
 * @throws {RangeError} where a factor is chosen and none was recognised, or the fit is that of another map.
 */
export function correctedCells(
  values: readonly number[],
  { cells, factor }: Pick<LogFit, 'cells' | 'factor'>,
  { by, most }: CorrectionChoice,
  limits: { readonly min: number; readonly max: number; readonly decimals: number },
): CellChange[] {
  if (cells.change.length !== values.length) throw new RangeError('The fit is that of a map with other axes');
  if (by === 'factor' && factor === null) throw new RangeError('No one factor was recognised');
  const scale = 10 ** limits.decimals;
  const changeOf = (i: number) => {
    if (by === 'factor') return factor?.change ?? 0;
    return (cells.evidenceS[i] as number) >= TOUCHED_S ? (cells.change[i] as number) : 0;
  };
  return values.flatMap((value, index) => {
    const change = changeOf(index);
    if (Math.abs(change) < LEAST_MOVE) return [];
    const share = Math.min(1 + most, Math.max(1 - most, Math.exp(change)));
    const wanted = Math.round(value * share * scale) / scale;
    const held = Math.min(limits.max, Math.max(limits.min, wanted));
    return held === value ? [] : [{ index, value: held }];
  });
}
