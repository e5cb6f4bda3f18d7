/**
 * Channels that a builder computes from others by a formula.
 * A text is read by a parser of expressions that is handed in; only what is listed here is taken of it. Units are checked,
 * and the numbers computed over whole columns at a time.
 */
export { checkFormula, type CheckedFormula, type ComputedChannel, withComputed } from './computed';
export { type FormulaProblem, LONGEST_FORMULA, type ParseExpression } from './formula';
export { FUNCTION_IDS, FUNCTIONS, type FunctionId } from './functions';
export { channelName, type NamedColumn, namedColumns, ownNames, plainName } from './names';
export { OPERATORS } from './operators';
