export {
  crankDegrees,
  overlapLossPercent,
  proposedEndBeforeTdcDeg,
  sprayAtValve,
  transportDeg,
  type CrankStretch,
} from './angle';
export {
  deadTimeCurve,
  deadTimeFlagMessage,
  deadTimeFlags,
  deadTimeMs,
  type DeadTimeCurve,
  type DeadTimeFlag,
  type DeadTimePoint,
} from './deadTime';
export {
  completedDeadTime,
  deadTimeAt,
  deadTimeSurface,
  surfaceFlags,
  typedColumns,
  type CellOrigin,
  type CompletedDeadTime,
  type DeadTimeSurface,
  type SurfaceFlag,
} from './deadTimeSurface';
export { driverCurrentA, driverProblem, type InjectorDriver } from './driver';
export {
  injectionOutputs,
  injectorPairs,
  modeRefusals,
  squirtsPerCycle,
  type InjectionMode,
  type InjectorOutput,
  type InjectorWiring,
  type ModeRefusal,
} from './events';
export {
  dutyPercent,
  feedablePowerKw,
  flowAtPressureGPerS,
  flowFromPointsGPerS,
  flowUnitSuspicion,
  fuelFlowAtRatingGPerS,
  injectorFlowGPerS,
  type RatedFlow,
  type FlowPoint,
} from './flow';
export { injectionSchema, stagingSchema, type InjectionSettings, type Staging } from './injectionSchema';
export {
  DEAD_TIME_LIMITS,
  injectorSchema,
  MAX_DEAD_TIME_POINTS,
  MAX_DEAD_TIME_PRESSURES,
  type DeadTimeTable,
  type Injectors,
  type Regulator,
} from './injectorSchema';
export { monotoneCubic } from './monotoneCubic';
export { pressureAcrossKpa } from './pressure';
export { netOfOpenMs, shortPulseAddMs, type ShortPulseCurve } from './shortPulse';
export { stagedFuel, stagingProblem, type StagedFuel, type StagingPlan } from './staging';
