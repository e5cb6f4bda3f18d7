/**
 * Engine computers as lists of pins, functions, and which pin does what.
 * A new engine computer is one entry of the list.
 * What functions a calibration needs is found in calibration.
 */
export type { EcuDescription, EcuPin, PinKind } from './ecuSchema';
export { coilFunction, injectorFunction, outputFunction } from './functionIds';
export type { LoomLine, PinFunction, WiringConflict } from './wiring';
