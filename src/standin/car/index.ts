/**
 * A car as plain data: engine, sensors, wheel, coils, pins as they really are.
 * What the builder’s description may differ from.
 * It is made of a document in carOfDocument.
 */
export type { Car } from './car';
export { soundSensor, type WheelSensor, type WheelSensors } from './wheelSensor';
