/**
 * Closed loop by measured lambda: its maps, fields, authority, and where a reading can be trusted.
 * Nothing is regulated here: the loop and its gains are control.
 * How several sensors make one mixture is said in sensors.
 */
export { LOOP_MAPS } from './loopMaps';
export {
  AUTHORITY,
  flowBreakpoints,
  LOOP_START_BREAKPOINTS,
  proposedAuthority,
  proposedLoopStartS,
} from './loopProposals';
export { airComesBackM, type FalseReading, falseReading, type SensorSurroundings } from './trust';
