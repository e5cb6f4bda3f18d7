export { ECUS } from './ecus';
export {
  ECU_FORMAT,
  ECU_VERSION,
  ecuSchema,
  PIN_KIND_TEXT,
  PIN_KINDS,
  pinCounts,
  type EcuDescription,
  type EcuPin,
  type PinKind,
} from './ecuSchema';
export { pinsSchema, type PinAssignment, type Pins } from './pinsSchema';
export {
  filledAssignments,
  freeFunctions,
  freePins,
  loomList,
  loomMoves,
  unwired,
  wiringConflicts,
  type LoomLine,
  type LoomMove,
  type PinFunction,
  type WiringConflict,
} from './wiring';
