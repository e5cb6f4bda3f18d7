/**
 * Injectors: flow over pressure, dead time, short pulses, modes, angle, second set.
 * From a mass of fuel to an opening, and back.
 * How much fuel is wanted lives in fuel and ecu.
 */
export {
  crankDegrees,
  type CrankStretch,
  overlapLossPercent,
  proposedEndBeforeTdcDeg,
  sprayAtValve,
} from './angle';
export { deadTimeCurve, type DeadTimeCurve, deadTimeFlagMessage, deadTimeMs } from './deadTime';
export {
  completedDeadTime,
  deadTimeAt,
  deadTimeSurface,
  type DeadTimeSurface,
  surfaceFlags,
  typedColumns,
} from './deadTimeSurface';
export { driverProblem, type DriverProblem } from './driver';
export {
  type InjectionMode,
  injectionOutputs,
  injectorPairs,
  type InjectorWiring,
  modeRefusals,
  squirtsPerCycle,
} from './events';
export {
  dutyPercent,
  feedablePowerKw,
  flowAtPressureGPerS,
  flowUnitSuspicion,
  fuelFlowAtRatingGPerS,
  injectorFlowGPerS,
  type MeasuredFlow,
  measuredFlowThrough,
  type RatedFlow,
} from './flow';
export type { DeadTimeTable, Injectors, Regulator } from './injectorSchema';
export { LEAST_ACROSS_KPA, pressureAcrossKpa } from './pressure';
export { netOfOpenMs, shortPulseAddMs, type ShortPulseCurve } from './shortPulse';
export { handsOverGently, stagedFuel, type StagingPlan } from './staging';
