/** Door to the fields: how the document keeps what this folder computes with. */
export { CAR_FIELDS } from './carSchema';
export { engineSchema } from './engineSchema';
