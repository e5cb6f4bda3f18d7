export {
  choiceField,
  fieldRegistry,
  orderField,
  quantityField,
  tableField,
  type ChoiceFieldInfo,
  type DeadTimeFieldInfo,
  type FieldHelp,
  type FieldInfo,
  type OrderFieldInfo,
  type QuantityFieldInfo,
  type QuantityValue,
  type TableColumn,
  type TableFieldInfo,
  type TableValue,
} from './field';
export { FILE_LIMITS, jsonExcess, type JsonExcess, type JsonLimits } from './jsonLimits';
export { limitMessage, limitProblem, type LimitProblem } from './limits';
export { isConfirmed, SOURCE_KINDS, SOURCE_TEXT, sourceSchema, type Source, type SourceKind } from './source';
export {
  pastedCells,
  readTableDraft,
  tableDraft,
  tableProblems,
  tableRows,
  type TableDraft,
  type TableDraftResult,
  type TableProblem,
} from './table';
