export { ActivationSwitch, isMet, type ChannelReader } from './activation';
export {
  activeAt,
  correctedValue,
  preparedCorrection,
  type AppliedCorrection,
  type PreparedCorrection,
} from './corrected';
export {
  activationSchema,
  CORRECTION_CHANNELS,
  CORRECTION_OPERATIONS,
  CORRECTION_TARGETS,
  correctionDefinition,
  correctionSchema,
  correctionsSchema,
  MAX_CORRECTIONS,
  neutralMap,
  neutralValue,
  TARGET_TEXT,
  type Activation,
  type Correction,
  type CorrectionChannel,
  type CorrectionOperation,
  type CorrectionTarget,
} from './correctionSchema';
