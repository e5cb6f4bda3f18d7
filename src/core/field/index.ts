/**
 * What a field of the document is: its kinds, its source, its tables, and how they are read and validated.
 * One entry holds a field’s label, unit, limits, place on screen and help.
 * The fields themselves live with their subjects; where they stand in the document is said in calibration.
 */
export type {
  ChoiceFieldInfo,
  FieldHelp,
  FieldInfo,
  HelpPictureId,
  QuantityFieldInfo,
  QuantityValue,
  TableColumn,
  TableFieldInfo,
  TableValue,
} from './field';
export { FILE_LIMITS, jsonExcess } from './jsonLimits';
export { limitMessage, limitProblem } from './limits';
export type { TableSources } from './rowSources';
export type { Source, SourceKind } from './source';
export {
  convertedTable,
  pastedCells,
  readTableDraft,
  tableDraft,
  type TableDraft,
  type TableDraftResult,
  tableProblems,
  tableRows,
} from './table';
