export type { EcuDescription, EcuPin, PinKind } from './ecuSchema';
export { coilFunction, injectorFunction, outputFunction } from './functionIds';
export type { LoomLine, PinFunction, WiringConflict } from './wiring';
