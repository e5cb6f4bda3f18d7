/**
 * Drives: scripts of a driver over a car, as lists of actions, and what is recorded of them.
 * A further action, or a further drive, is one entry.
 */
export { type Action, ACTIONS } from './actions';
export { driveRows } from './csv';
export { DRIVE_IDS, type DriveId, DRIVES } from './drives';
export { type DriveTrace, Recording } from './recording';
