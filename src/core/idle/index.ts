export { type IdleInputs, idleReasons, proposedIdleAir, proposedIdleSpeed } from './idleGenerator';
export { IDLE_MAPS } from './idleMaps';
