/**
 * A car with an engine computer in it: key, starter, pedal, clutch, gear or brake to engine, sensors and engine computer.
 * Plain state that can be copied and taken up again; a driver is a script over it.
 * Verdicts and words are in dryStart; the metal is in plant.
 */
export { type Controls, controlsAtRest, type Felt } from './controls';
export { type Drive, type Driver, DRIVER_S, driveTo } from './driver';
export { type CarEvent, isRunning } from './event';
export type { CarSetup, CarState, Timing } from './carState';
export { carOfText, carText } from './carText';
export { STEP_S, VirtualCar } from './virtualCar';
