export { airFlowGPerS, airMassMg, fuelMassMg, GAS_CONSTANT_AIR } from './airMass';
export { chargeHeating, chargeTemperatureC } from './chargeTemperature';
export type { EngineModel, OperatingPoint } from './engineModel';
export { lambdaMap, veMap } from './fuelMaps';
export { BLEND_PARTS, blendOf, fuelById, FUEL_OPTIONS, type Fuel, type FuelId } from './fuels';
export { injectionAt, type Injection } from './injection';
export { lambdaReasons, proposedLambda, type LambdaInputs } from './lambdaGenerator';
export { proposedVePercent, residualEffect, veReasons, type VeInputs } from './veGenerator';
