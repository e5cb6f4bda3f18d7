/** Door to the fields: how the document keeps what this folder computes with. */
export {
  choiceField,
  EACH_ROW_HAS_SOURCE,
  eachRowHasSource,
  fieldRegistry,
  orderField,
  quantityField,
  tableField,
  tableSourcesShape,
} from './field';
export { rowSourcesOf, sourcesAfterTyping } from './rowSources';
export { isConfirmed, SOURCE_KINDS, SOURCE_TEXT, sourceSchema } from './source';
export { z } from './zod';
