export type { EventOutcome } from './combustion';
export {
  cylinderEvent,
  primed,
  engineAtRest,
  STEP_S,
  steppedEngine,
  type EngineInputs,
  type EngineState,
  type EventCommand,
  type EventResult,
} from './engine';
export { IdlePath, type IdleDevice } from './idleAir';
export type { StandIn } from './standIn';
export { standInFor } from './standIns';
export { thermalAt, type Thermal } from './thermal';
