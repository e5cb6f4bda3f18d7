export { airFlowGPerS, airMassMg, fuelMassMg, GAS_CONSTANT_AIR } from './airMass';
export { barometricKpa } from './atmosphere';
export { chargeHeating, chargeTemperatureC, HEATING_BY_FLOW_SHARE } from './chargeTemperature';
export { flowFunction, throttleFlowGPerS } from './throttleFlow';
