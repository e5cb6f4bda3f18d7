export {
  choiceField,
  fieldRegistry,
  orderField,
  quantityField,
  type ChoiceFieldInfo,
  type DeadTimeFieldInfo,
  type FieldHelp,
  type FieldInfo,
  type OrderFieldInfo,
  type QuantityFieldInfo,
  type QuantityValue,
} from './field';
export { limitMessage, limitProblem, type LimitProblem } from './limits';
export { isConfirmed, SOURCE_KINDS, SOURCE_TEXT, sourceSchema, type Source, type SourceKind } from './source';
