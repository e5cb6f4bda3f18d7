/** Door to the fields: how the document keeps what this folder computes with. */
export {
  activationSchema,
  CORRECTION_OPERATIONS,
  CORRECTION_TARGETS,
  correctionDefinition,
  correctionSchema,
  correctionsSchema,
  MAX_CORRECTIONS,
  neutralMap,
  TARGET_TEXT,
} from './correctionSchema';
