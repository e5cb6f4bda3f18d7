/** Door to the fields: how the document keeps what this folder computes with. */
export { closedLoopSchema } from './closedLoopSchema';
export { learnedSchema } from './learnedSchema';
