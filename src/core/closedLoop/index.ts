/**
 * Closed loop by measured lambda: its maps, fields, gains from delay and lag, and where a reading can be trusted.
 * Nothing is regulated here: the loop is control.
 * How several sensors make one mixture is said in sensors.
 */
export {
  deadTimeAtS,
  type LoopDelay,
  loopGains,
  type LoopGains,
  loopMargin,
  type LoopMargin,
} from './loopGains';
export { LOOP_MAPS } from './loopMaps';
export {
  AUTHORITY,
  flowBreakpoints,
  LOOP_START_BREAKPOINTS,
  proposedAuthority,
  proposedLoopStartS,
} from './loopProposals';
export { airComesBackM, type FalseReading, falseReading, type SensorSurroundings } from './trust';
