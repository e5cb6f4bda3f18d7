/**
 * Logs of any source as tables: how one is written, what its columns are, and its numbers byte by byte.
 * Whatever splits a line with quotes in it is handed in; files, workers and screens are others’.
 */
export { dialectOf, type Dialect, type Separator, type Split, type TableColumn } from './dialect';
export { type Encoding, encodingOf } from './encoding';
export {
  REFUSALS,
  type Refusal,
  type RefusedLine,
  TableBody,
  type TableRead,
  type TableWants,
} from './tableBody';
export { logOfTable, wantsOf } from './tableLog';
export { type TableContext, type TableUnit, tableUnitsOf } from './tableUnits';
export { type ColumnUse, type GuessedUse, guessUses, TIME_UNITS, type TimeUnit } from './uses';
