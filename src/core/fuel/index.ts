/**
 * Fuel: VE, target, pulse, acceleration, overrun and trims; breathing and the generators of its maps.
 * Formulas of how much fuel, without memory.
 * The way from sensors to an opening, in order, is ecu.
 */
export {
  accelerationReasons,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  RATE_BREAKPOINTS,
} from './accelerationGenerator';
export { type BreathingInputs, manifoldAtThrottle, throttleAtManifold } from './breathing';
export { FUEL_MAPS } from './fuelMaps';
export {
  type EngineUse,
  isCharged,
  type LambdaAnchors,
  lambdaAnchors,
  type LambdaInputs,
  lambdaReasons,
  LARGEST_LAMBDA_FALL,
  proposedLambda,
} from './lambdaGenerator';
export type { LoadStrategy } from './loadSchema';
export {
  type CamCharacter,
  proposedVePercent,
  residualEffect,
  type VeAnchors,
  veAnchors,
  veIdlePoint,
  type VeInputs,
  veReasons,
} from './veGenerator';
export { filmReasons, proposedFilmShare, proposedFilmTime } from './filmProposals';
