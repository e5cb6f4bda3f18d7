export type { Induction } from './engineSchema';
export {
  bankProblem,
  companionOf,
  type FiringEvent,
  firingEvents,
  firingIntervals,
  oddAnglesProblem,
} from './firing';
export { commonFiringOrders, firingOrderMessage, firingOrderProblem, parseFiringOrder } from './firingOrder';
export { frictionKpa, torqueNm } from './friction';
export { boreForVolumeMm, cycleTimeMs, cylinderVolumeCm3, meanPistonSpeedMPerS } from './geometry';
export { flowShare, type IdleEngine, idleNeed } from './idleNeed';
