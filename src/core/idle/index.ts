export { type IdleInputs, idleReasons, proposedIdleAir, proposedIdleSpeed } from './idleGenerator';
export { idleAirMap, idleSpeedMap } from './idleMaps';
