export {
  type AppliedCorrection,
  correctedValue,
  preparedCorrection,
  type PreparedCorrection,
} from './corrected';
export type { Activation, Correction, CorrectionOperation, CorrectionTarget } from './correctionSchema';
