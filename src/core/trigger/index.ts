/**
 * Crank wheel and cam teeth, the pattern they make, and what they permit.
 * Described here; met by an engine that turns in standin/harness.
 * Which modes need which signal is said in injector and coil.
 */
export type { Edge, PickupKind, TriggerPickup, TriggerPickups } from './pickup';
export {
  teethPerCamPulse,
  toothAngleDeg,
  triggerPattern,
  triggerPermits,
  type TriggerPermits,
  type TriggerProblem,
  triggerProblems,
  type TriggerWheel,
  turnsToSync,
} from './trigger';
