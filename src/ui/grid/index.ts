export { MapGrid, type GridHandle, type GridKey, valueRange } from './MapGrid';
export type { LiveSource } from './live';
export { type AxisPoint, type AxisRegion, cellLabel, placeInCells, placeName } from './places';
export {
  cellSelection,
  columnSelection,
  movedSelection,
  rangeSize,
  rowSelection,
  type Place,
  selectionRange,
  wholeSelection,
  type Selection,
} from './selection';
export { Thumbnail } from './Thumbnail';
