export type {
  ChoiceFieldInfo,
  FieldHelp,
  FieldInfo,
  QuantityFieldInfo,
  QuantityValue,
  TableColumn,
  TableFieldInfo,
  TableValue,
} from './field';
export { FILE_LIMITS, jsonExcess } from './jsonLimits';
export { limitMessage, limitProblem } from './limits';
export type { Source, SourceKind } from './source';
export {
  pastedCells,
  readTableDraft,
  tableDraft,
  type TableDraft,
  type TableDraftResult,
  tableProblems,
  tableRows,
} from './table';
