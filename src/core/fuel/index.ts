export {
  accelerationReasons,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  RATE_BREAKPOINTS,
} from './accelerationGenerator';
export { type BreathingInputs, manifoldAtThrottle, throttleAtManifold } from './breathing';
export { FUEL_MAPS } from './fuelMaps';
export { type EngineUse, lambdaReasons, LARGEST_LAMBDA_FALL, proposedLambda } from './lambdaGenerator';
export type { LoadStrategy } from './loadSchema';
export {
  type CamCharacter,
  proposedVePercent,
  residualEffect,
  type VeInputs,
  veReasons,
} from './veGenerator';
