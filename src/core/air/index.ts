/**
 * The gas law for a cylinder, flow through an opening, the atmosphere, heating of the charge.
 * Pure formulas with their source and a figure worked by hand.
 * Efficiency tables and their generators live in fuel.
 */
export { airFlowGPerS, airMassMg, fuelMassMg, GAS_CONSTANT_AIR } from './airMass';
export { barometricKpa } from './atmosphere';
export { positionUncovering, uncoveredShare } from './butterfly';
export { chargeHeating, chargeTemperatureC, HEATING_BY_FLOW_SHARE } from './chargeTemperature';
export { flowFunction, throttleFlowGPerS } from './throttleFlow';
