export {
  deadTimeCurve,
  deadTimeFlagMessage,
  deadTimeFlags,
  deadTimeMs,
  deadTimePointsMs,
  type DeadTimeCurve,
  type DeadTimeFlag,
} from './deadTime';
export { dutyPercent, feedablePowerKw, flowAtPressureGPerS, fuelFlowAtRatingGPerS } from './flow';
export {
  DEAD_TIME_LIMITS,
  injectorSchema,
  MAX_DEAD_TIME_POINTS,
  type DeadTimeTable,
  type Injectors,
  type Regulator,
} from './injectorSchema';
export { pressureAcrossKpa } from './pressure';
