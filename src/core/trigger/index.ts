export {
  teethPerCamPulse,
  toothAngleDeg,
  triggerPattern,
  triggerPermits,
  triggerProblems,
  turnsToSync,
  type TriggerPermits,
  type TriggerProblem,
  type TriggerWheel,
} from './trigger';
export { triggerSchema, type Trigger } from './triggerSchema';
