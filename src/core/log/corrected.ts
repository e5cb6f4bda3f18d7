import type { CellChange } from '../map';
import { EVIDENCE_S, TOUCHED_S } from './evidence';
import type { LogFit } from './fitLog';

/** How a map is corrected from a fit. */
export interface CorrectionChoice {
  /** Each cell by its own change, or the whole map by the one factor that was recognised. */
  readonly by: 'cells' | 'factor';
  /** No cell is moved further at once, a share. */
  readonly most: number;
  /** Cells that nothing was found of follow the surface too. */
  readonly beyond: boolean;
}

/** A cell that a correction moves. */
export interface CorrectedCell extends CellChange {
  /** Nothing was found of it: it follows what was found beside it. */
  readonly isBeyond: boolean;
}

/** What a builder would take at once: further off than this, another look at the cause comes first. */
export const MOST_AT_ONCE = 0.2;

/** What is nearer than this stays: a quarter of what counts as right, and no reading says it better, a share. */
const LEAST_MOVE = 0.005;

/**
 * The cells that a correction moves, with their new values: by what was found, those that nothing was found of stay; by one
 * factor all move, and where it is asked for those beyond the evidence follow its surface. A cell with less than the evidence to be called right moves too, where the drive touched it: between it and
 * its neighbours the surface is what was fitted.
 * @param values of the map, row by row, in its own unit.
 * @param limits of the map’s values, and its decimals.
 * @throws {RangeError} where a factor is chosen and none was recognised, or the fit is that of another map.
 */
export function correctedCells(
  values: readonly number[],
  { cells, factor }: Pick<LogFit, 'cells' | 'factor'>,
  { by, most, beyond }: CorrectionChoice,
  limits: { readonly min: number; readonly max: number; readonly decimals: number },
): CorrectedCell[] {
  if (cells.change.length !== values.length) throw new RangeError('The fit is that of a map with other axes');
  if (by === 'factor' && factor === null) throw new RangeError('No one factor was recognised');
  const scale = 10 ** limits.decimals;
  const isTouched = (i: number) => (cells.evidenceS[i] as number) >= TOUCHED_S;
  const changeOf = (i: number) => {
    if (by === 'factor') return factor?.change ?? 0;
    const change = cells.change[i] as number;
    if (isTouched(i)) return beyondItsError(change, cells.standardError[i] as number);
    return beyond ? change : 0;
  };
  return values.flatMap((value, index) => {
    const change = changeOf(index);
    if (Math.abs(change) < LEAST_MOVE) return [];
    const share = Math.min(1 + most, Math.max(1 - most, Math.exp(change)));
    const wanted = Math.round(value * share * scale) / scale;
    const held = Math.min(limits.max, Math.max(limits.min, wanted));
    return held === value ? [] : [{ index, value: held, isBeyond: by === 'cells' && !isTouched(index) }];
  });
}

/**
 * What of a change is more than its own uncertainty (James & Stein 1961, the positive part): one far beyond it stays as it is,
 * one within it is noise, and a map that is corrected again and again takes up none. Worked: 3 ± 1 % is 2.67 %, 1 ± 1 % nothing.
 */
function beyondItsError(change: number, standardError: number): number {
  const share = 1 - (standardError / change) ** 2;
  return share > 0 ? change * share : 0;
}

/** What a map still leaves of the errors that were found, RMS over the cells with evidence, a share; NaN without any. */
export function leftInCells(
  { cells }: Pick<LogFit, 'cells'>,
  before: { readonly values: readonly number[] },
  after: { readonly values: readonly number[] },
): number {
  let [weight, squares] = [0, 0];
  cells.evidenceS.forEach((evidence, i) => {
    if (evidence < EVIDENCE_S) return;
    const moved = Math.log((after.values[i] as number) / (before.values[i] as number));
    weight += evidence;
    squares += evidence * ((cells.found[i] as number) - moved) ** 2;
  });
  return Math.sqrt(squares / weight);
}
