/**
 * Idle air and idle speed: their maps, fields, generators and what is proposed for a loop.
 * What air is needed is said in engine.
 * Nothing is regulated here: the loop is control.
 */
export {
  type IdleInputs,
  idleReasons,
  proposedIdleAir,
  proposedIdleSpeed,
  SCREW_SHARE,
} from './idleGenerator';
export {
  loadShare,
  type LoopEngine,
  openingOf100Rpm,
  openingOfLoad,
  type ProposedLoop,
  proposedLoop,
} from './loopProposals';
export { IDLE_MAPS } from './idleMaps';
