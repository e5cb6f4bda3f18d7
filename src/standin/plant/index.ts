/**
 * The engine that turns: air, fuel film, combustion, torque, battery, temperatures.
 * Sees no engine computer: openings and sparks come in, speed and pressure go out.
 * Trial values stand here with what they make believable.
 */
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
