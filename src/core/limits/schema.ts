/** Door to the fields: how the document keeps what this folder computes with. */
export { CUT_BY } from './limitFields';
export { launchSchema } from './launchSchema';
export { limitsSchema } from './limitsSchema';
export { shiftSchema } from './shiftSchema';
