import { AT, type CorrectionChannel, type Frame, read } from '../channel';
import { type Grid, lookUpCurve, lookUpMap } from '../numeric';
import type { Activation, Correction, CorrectionOperation, CorrectionTarget } from './correctionSchema';

/** A correction prepared for look-up. */
export interface PreparedCorrection {
  readonly id: string;
  readonly name: string;
  readonly on: CorrectionTarget;
  readonly operation: CorrectionOperation;
  readonly x: CorrectionChannel;
  readonly y: CorrectionChannel | null;
  readonly activation: Activation | null;
  readonly grid: Grid;
}

/** What one correction did, or would have done. */
export interface AppliedCorrection {
  readonly id: string;
  readonly name: string;
  readonly on: CorrectionTarget;
  readonly operation: CorrectionOperation;
  readonly active: boolean;
  /** What its map says. */
  readonly amount: number;
  readonly before: number;
  readonly after: number;
}

/** A correction of the document, ready to be looked up. */
export function preparedCorrection(
  { id, name, on, operation, x, y, activation }: Correction,
  grid: Grid,
): PreparedCorrection {
  return { id, name, on, operation, x, y, activation, grid };
}

/**
 * A value after the corrections that act on it, in their order.
 * @param active which of them act, by place.
 * @param applied takes the record of each that stands in the list, active or not.
 */
export function correctedValue(
  corrections: readonly PreparedCorrection[],
  on: CorrectionTarget,
  value: number,
  frame: Frame,
  active: readonly boolean[],
  applied: AppliedCorrection[],
): number {
  let current = value;
  corrections.forEach((correction, i) => {
    if (correction.on !== on) return;
    const { x, y, grid, id, name, operation } = correction;
    const amount =
      y === null
        ? lookUpCurve(grid, read(frame, AT[x]))
        : lookUpMap(grid, read(frame, AT[x]), read(frame, AT[y]));
    // Where nobody measures, nothing is corrected.
    const isActive = active[i] === true && !Number.isNaN(amount);
    const after = isActive ? operated(current, operation, amount) : current;
    applied.push({ id, name, on, operation, active: isActive, amount, before: current, after });
    current = after;
  });
  return current;
}

function operated(value: number, operation: CorrectionOperation, amount: number): number {
  switch (operation) {
    case 'multiply':
      return value * amount;
    case 'add':
      return value + amount;
    case 'replace':
      return amount;
  }
}
