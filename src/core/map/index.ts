export { axisProblem, evenAxis, extendedAxis, withBreakpoint } from './axes';
export { pastedInto, rangeToTsv, type PasteResult } from './clipboard';
export {
  cellLimitMessage,
  changesProblem,
  editedCells,
  orderedRange,
  rangeIndices,
  withCells,
  type CellChange,
  type CellLimitProblem,
  type CellOperation,
  type CellRange,
  type EditResult,
} from './editMap';
export { filledFromCorners, filledFromEdges, smoothed } from './fill';
export {
  cellShares,
  gridOf,
  intervalFraction,
  intervalIndex,
  lookUpCurve,
  lookUpMap,
  type CellShare,
  type Grid,
} from './grid';
export { bump, weightedAxis, type AxisWeight } from './livedAxis';
export { mapDifference, type MapDifference } from './compare';
export { shownAs, shownMap, USUAL_UNITS, type ShownAs, type ShownUnits } from './shown';
export {
  AXES,
  axisPlace,
  COOLANT_AXIS,
  MANIFOLD_PRESSURE_AXIS,
  MAX_BREAKPOINTS,
  SPEED_AXIS,
  type AxisChannel,
  type AxisDefinition,
  type MapDefinition,
} from './mapDefinition';
export { mapSchema, presentMapSchema, rowCount, type MapData } from './mapSchema';
export { acceptedMap, proposalDifference, sameAxes, type MapProposal, type Reason } from './proposal';
export { relaidMap, surfaceChange, type BeyondRule, type NewAxes, type SurfaceChange } from './relay';
