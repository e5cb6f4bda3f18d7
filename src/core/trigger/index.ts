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
