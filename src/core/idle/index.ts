/**
 * Idle air and idle speed: their maps, fields and generator.
 * What air is needed is said in engine.
 * Nothing is regulated here: a loop would be control.
 */
export {
  type IdleInputs,
  idleReasons,
  proposedIdleAir,
  proposedIdleSpeed,
  SCREW_SHARE,
} from './idleGenerator';
export { IDLE_MAPS } from './idleMaps';
