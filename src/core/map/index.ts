/**
 * What a map is: axes, definition, cells, edits, shapes, file blocks.
 * One entry holds a map’s label, unit, limits, axes, group and help.
 * The maps themselves live with their subjects; the whole list is in program.
 */
export { axisProblem, evenAxis, extendedAxis, usualCount, withBreakpoint } from './axes';
export { mapDifference } from './compare';
export {
  type CellChange,
  cellLimitMessage,
  type CellOperation,
  type CellRange,
  changesProblem,
  editedCells,
  rangeIndices,
  withCells,
} from './editMap';
export { filledFromCorners, filledFromEdges, smoothed } from './fill';
export { type AxisWeight, bump, weightedAxis } from './livedAxis';
export {
  AXES,
  type AxisDefinition,
  axisPlace,
  MAP_GROUPS,
  type MapDefinition,
  type MapEntry,
  type MapGroup,
  MAX_BREAKPOINTS,
} from './mapDefinition';
export type { MapData } from './mapSchema';
export { acceptedMap, type MapProposal, proposalDifference, type Reason, sameAxes } from './proposal';
export type { BeyondRule, NewAxes, SurfaceChange } from './relay';
export { roughness } from './roughness';
export { shownAs, type ShownAs, shownMap } from './shown';
