/** Door to the fields: how the document keeps what this folder computes with. */
export { accelerationSchema } from './accelerationSchema';
export { blendSchema } from './blendSchema';
export { LOAD_STRATEGIES, loadSchema } from './loadSchema';
export { overrunSchema } from './overrunSchema';
