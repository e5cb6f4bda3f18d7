export { barometricKpa } from './atmosphere';
export { engineSchema, GEOMETRIES, type Engine, type Induction } from './engineSchema';
export {
  commonFiringOrders,
  firingOrderMessage,
  firingOrderProblem,
  parseFiringOrder,
  type FiringOrderProblem,
} from './firingOrder';
export { boreForVolumeMm, cycleTimeMs, cylinderVolumeCm3, meanPistonSpeedMPerS } from './geometry';
