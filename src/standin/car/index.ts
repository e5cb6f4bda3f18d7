/**
 * A car as plain data: engine, sensors, wheel, coils, pins as they really are.
 * What the builder’s description may differ from.
 * It is made of a document in carOfDocument.
 */
export type { Car, Sensing } from './car';
export {
  faultSize,
  SENSOR_FAULT_KINDS,
  SENSOR_FAULTS,
  type SensorFault,
  type SensorFaultKind,
  type SensorFaults,
} from './sensorFault';
export { soundSensor, type WheelSensor, type WheelSensors } from './wheelSensor';
