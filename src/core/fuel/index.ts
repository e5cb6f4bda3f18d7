export { airFlowGPerS, airMassMg, fuelMassMg, GAS_CONSTANT_AIR } from './airMass';
export { chargeHeating, chargeTemperatureC, HEATING_BY_FLOW_SHARE } from './chargeTemperature';
export { blendShare } from './blended';
export { capacityAt, type Capacity } from './capacity';
export { channelsOf } from './channels';
export { decisionsAt, type EcuDecisions } from './decisions';
export {
  AT_REST,
  type BlendedMap,
  type BlendPurpose,
  type EngineModel,
  type FuelBlend,
  type OperatingPoint,
} from './engineModel';
export { lambdaMap, veMap } from './fuelMaps';
export { accelerationSchema } from './accelerationSchema';
export { blendSchema } from './blendSchema';
export { LOAD_STRATEGIES, loadSchema, type Load, type LoadStrategy } from './loadSchema';
export {
  isOverrun,
  overrunRegion,
  OverrunSwitch,
  staysCut,
  type MapRegion,
  type OverrunCut,
  type OverrunReading,
} from './overrun';
export { overrunSchema } from './overrunSchema';
export {
  blendOf,
  fuelById,
  FUEL_OPTIONS,
  PURE_ETHANOL,
  withoutEthanol,
  type BlendPart,
  type Fuel,
  type FuelId,
} from './fuels';
export {
  accelerationReasons,
  proposedAccelerationCold,
  proposedAccelerationPercent,
  RATE_BREAKPOINTS,
  type AccelerationInputs,
} from './accelerationGenerator';
export { injectionAt, railOf, type Injection } from './injection';
export { LAMBDA_LIMITS, LEAST_ACROSS_KPA } from './limits';
export { SPARK_LIMITS, type SparkParts } from './sparkAt';
export {
  LARGEST_LAMBDA_FALL,
  lambdaReasons,
  proposedLambda,
  type EngineUse,
  type LambdaInputs,
} from './lambdaGenerator';
export {
  proposedVePercent,
  residualEffect,
  veReasons,
  type CamCharacter,
  type VeInputs,
} from './veGenerator';
export { flowFunction, throttleFlowGPerS } from './throttleFlow';
export { manifoldAtThrottle, throttleAtManifold, type BreathingInputs } from './breathing';
