export { type Breathing, trueVePercent } from './breathing';
export type { EventOutcome } from './combustion';
export {
  cylinderEvent,
  engineAtRest,
  type EngineInputs,
  type EngineState,
  prime,
  STEP_S,
  stepEngine,
} from './engine';
export { idleOpeningMm2, idlePath, type IdlePath } from './idleAir';
export { type StandIn, trueVeGrid } from './standIn';
export { thermalAt } from './thermal';
