export { gearProblem } from './gear';
export { knockFrequencyHz } from './knock';
export { combinedLambda, type LambdaReading } from './lambdaUse';
export {
  curveOfSlope,
  type FaultBand,
  faultBandProblem,
  turningPoint,
  valueAtVolts,
  voltsAtValue,
  type VoltsCurve,
} from './linear';
export { type PullUp, pullUpVolts, seeingRange, temperatureAtVolts, voltsAtTemperature } from './pullUp';
export type { SensorId, SensorInfo, SensorSignal } from './sensorSchemas';
export {
  isFalling,
  type SteinhartHart,
  thermistorFit,
  type ThermistorFit,
  thermistorFromBeta,
  thermistorOhm,
} from './steinhartHart';
export { throttleHeadRoom, throttlePercent, throttleProblems, type ThrottleRange } from './throttle';
