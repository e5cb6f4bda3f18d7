export { cellLabel, MapGrid, placeName, type GridKey } from './MapGrid';
export {
  cellSelection,
  columnSelection,
  rangeSize,
  rowSelection,
  selectionRange,
  wholeSelection,
  type Selection,
} from './selection';
export { Thumbnail } from './Thumbnail';
