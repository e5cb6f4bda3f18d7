/**
 * The builder’s own corrections: a factor or an offset over any channels, and when it acts.
 * Their fields and the value after all of them.
 * Whether one acts now, with its memory, is control.
 */
export {
  type AppliedCorrection,
  correctedValue,
  preparedCorrection,
  type PreparedCorrection,
} from './corrected';
export type { Activation, Correction, CorrectionOperation, CorrectionTarget } from './correctionSchema';
