export type { EventOutcome } from './combustion';
export {
  cylinderEvent,
  engineAtRest,
  STEP_S,
  steppedEngine,
  type EngineInputs,
  type EngineState,
  type EventCommand,
  type EventResult,
} from './engine';
export { idleAirAreaMm2 } from './idleAir';
export type { StandIn } from './standIn';
export { standInFor } from './standIns';
export { thermalAt, type Thermal } from './thermal';
