/**
 * The engine as built: size, cylinders, firing, friction, and the air it needs to idle.
 * Its fields, and what follows from them alone.
 * Air flow lives in air, valve timing in cams, wheels in trigger.
 */
export type { Induction } from './engineSchema';
export {
  bankProblem,
  companionOf,
  type FiringEvent,
  firingEvents,
  firingIntervals,
  firingRepeatDeg,
  oddAnglesProblem,
} from './firing';
export { commonFiringOrders, firingOrderMessage, firingOrderProblem, parseFiringOrder } from './firingOrder';
export { frictionKpa, oilFactorAt, torqueNm } from './friction';
export { boreForVolumeMm, cycleTimeMs, cylinderVolumeCm3, meanPistonSpeedMPerS } from './geometry';
export { airForWorkGPerS, flowShare, type IdleEngine, idleNeed } from './idleNeed';
