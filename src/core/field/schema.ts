/** Door to the fields: how the document keeps what this folder computes with. */
export { choiceField, fieldRegistry, orderField, quantityField, tableField } from './field';
export { isConfirmed, SOURCE_KINDS, SOURCE_TEXT, sourceSchema } from './source';
export { z } from './zod';
