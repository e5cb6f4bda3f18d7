/** Door to the fields: how the document keeps what this folder computes with. */
export { pastedInto, rangeToTsv } from './clipboard';
export { mapSchema, presentMapSchema, rowCount } from './mapSchema';
export { relaidMap, surfaceChange } from './relay';
