/** Door to the fields: how the document keeps what this folder computes with. */
export { ECUS } from './ecus';
export { ECU_FORMAT, ecuSchema, PIN_KIND_TEXT, pinCounts } from './ecuSchema';
export { pinsSchema } from './pinsSchema';
export {
  filledAssignments,
  freeFunctions,
  freePins,
  loomList,
  loomMoves,
  type TakenPin,
  takenPins,
  unwired,
  wiringConflicts,
} from './wiring';
