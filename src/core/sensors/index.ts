/**
 * Sensors: their fields, their curves both ways, fault bands, filters, gear by volts.
 * From volts to a value and back.
 * When the engine computer reads them, and what stands in, lives in ecu.
 */
export { gearAtSpeeds, gearAtVolts, type Gearing, type GearPoint, gearProblem, LEAST_APART_V } from './gear';
export {
  INPUT_IDS,
  type InputCounts,
  inputCounts,
  type InputId,
  type InputPace,
  INPUTS,
  isSwitch,
  SWITCH_IDS,
  type SwitchId,
} from './inputs';
export { knockFrequencyHz } from './knock';
export {
  knockSpeeds,
  proposedCoolantFactor,
  proposedKnockFuelPercent,
  proposedLengthDeg,
  proposedStartDeg,
  THRESHOLD_MARGIN,
  USUAL_WINDOW_DEG,
  usualNoiseV,
  windowMs,
} from './knockWindow';
export {
  combinedLambda,
  type LambdaGroup,
  type LambdaGroups,
  lambdaGroups,
  type LambdaReading,
  type PlacedLambda,
} from './lambdaUse';
export {
  curveOfSlope,
  type FaultBand,
  faultBandProblem,
  type FaultBandProblem,
  turningPoint,
  valueAtVolts,
  type VoltsCurve,
} from './linear';
export { type PullUp, pullUpVolts, seeingRange, temperatureAtVolts, voltsAtTemperature } from './pullUp';
export type { SensorId, SensorInfo, SensorSignal } from './sensorSchemas';
export {
  GENERIC_THERMISTORS,
  isFalling,
  type SteinhartHart,
  thermistorFit,
  type ThermistorFit,
  thermistorFromBeta,
  thermistorOhm,
} from './steinhartHart';
export {
  HEAD_ROOM_V,
  RAILS_V,
  throttleCurve,
  throttleHeadRoom,
  throttlePercent,
  throttleProblems,
  type ThrottleRange,
} from './throttle';
