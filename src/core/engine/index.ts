export { barometricKpa } from './atmosphere';
export { engineSchema, GEOMETRIES, type Engine, type Induction, type Layout } from './engineSchema';
export {
  bankProblem,
  companionOf,
  CYCLE_DEG,
  firingEvents,
  firingIntervals,
  oddAnglesProblem,
  type FiringEvent,
} from './firing';
export {
  commonFiringOrders,
  firingOrderMessage,
  firingOrderProblem,
  parseFiringOrder,
  type FiringOrderProblem,
} from './firingOrder';
export { boreForVolumeMm, cycleTimeMs, cylinderVolumeCm3, meanPistonSpeedMPerS } from './geometry';
export { frictionKpa, oilFactorAt, torqueNm } from './friction';
