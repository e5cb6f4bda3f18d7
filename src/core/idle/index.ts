export { idleReasons, proposedIdleAir, proposedIdleSpeed, type IdleInputs } from './idleGenerator';
export { idleAirMap, idleSpeedMap } from './idleMaps';
export { flowShare, idleNeed, type IdleEngine, type IdleNeed } from './idleNeed';
export { idleSchema, type Idle } from './idleSchema';
