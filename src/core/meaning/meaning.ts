import type { FieldPath } from '../calibration';

/** One derived figure shown under the fields it follows from. */
export interface Figure {
  readonly id: string;
  readonly label: string;
  /** Null while something it needs is empty; then `needs` says what. */
  readonly value: number | null;
  readonly unit: string;
  readonly decimals: number;
  /** How it follows, in a line. */
  readonly how: string;
  readonly needs: readonly FieldPath[];
  /** Set when the figure is out of the usual or refuses the idea. */
  readonly caution?: string;
}
