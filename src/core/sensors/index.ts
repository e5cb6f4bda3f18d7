export { gearAtVolts, gearProblem, type GearPoint } from './gear';
export {
  combinedLambda,
  type CombinedLambda,
  type LambdaCombination,
  type LambdaPlace,
  type LambdaReading,
} from './lambdaUse';
export {
  curveOfSlope,
  faultBandProblem,
  turningPoint,
  valueAtVolts,
  voltsAtValue,
  type FaultBand,
  type VoltsCurve,
} from './linear';
export {
  pullUpOhm,
  pullUpVolts,
  seeingRange,
  temperatureAtVolts,
  voltsAtTemperature,
  type PullUp,
  type SeeingRange,
} from './pullUp';
export {
  isFalling,
  thermistorC,
  thermistorFit,
  thermistorFromBeta,
  thermistorOhm,
  type ResistancePoint,
  type SteinhartHart,
  type ThermistorFit,
} from './steinhartHart';
export {
  throttleHeadRoom,
  throttlePercent,
  throttleProblems,
  WIDE_OPEN_PERCENT,
  type ThrottleProblem,
  type ThrottleRange,
} from './throttle';
export {
  SENSOR_INFO,
  sensorsSchema,
  type SensorId,
  type SensorInfo,
  type Sensors,
  type SensorSignal,
} from './sensorSchemas';
export { knockFrequencyHz } from './knock';
