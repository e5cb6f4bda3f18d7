/** Door to the fields: how the document keeps what this folder computes with. */
export { knockSchema } from './knockSchema';
