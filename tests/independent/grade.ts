import type { MadeLog } from './logMaker';

/** How far a corrected map is from what it should be, over the cells with evidence, shares. */
export interface Grade {
  readonly before: number;
  readonly after: number;
  readonly cells: number;
}

/** Root mean squares of the errors, before and after. */
export function gradeOf(
  { build, needed }: MadeLog,
  corrected: readonly number[],
  hasEvidence: (cell: number) => boolean,
): Grade {
  const typed = (build.pulses ?? build.filling.typed).z;
  const cells = needed.map((_, i) => i).filter(hasEvidence);
  const rms = (values: readonly number[]) =>
    Math.sqrt(
      cells.reduce((sum, i) => sum + Math.log((values[i] ?? NaN) / (needed[i] ?? NaN)) ** 2, 0) /
        cells.length,
    );
  return { before: rms(typed), after: rms(corrected), cells: cells.length };
}
