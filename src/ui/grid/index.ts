export { MapGrid, type GridHandle, type GridKey, valueRange } from './MapGrid';
export type { LiveSource } from './live';
export { type AxisRegion, cellLabel, placeName } from './places';
export {
  cellSelection,
  columnSelection,
  movedSelection,
  rangeSize,
  rowSelection,
  selectionRange,
  wholeSelection,
  type Selection,
} from './selection';
export { Thumbnail } from './Thumbnail';
