/** Door to the fields: how the document keeps what this folder computes with. */
export {
  MAX_CONDITIONS,
  MAX_OUTPUTS,
  OUTPUT_CURRENT_A,
  OUTPUT_PURPOSES,
  outputsSchema,
} from './outputSchema';
