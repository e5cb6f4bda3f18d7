export {
  teethPerCamPulse,
  toothAngleDeg,
  triggerPattern,
  triggerPermits,
  type TriggerPermits,
  triggerProblems,
  type TriggerWheel,
  turnsToSync,
} from './trigger';
