/**
 * The drives there are, as lists of a driver's actions: words and plain data.
 * A further drive is one entry. How an action is done is in driving.
 */
export type { Action } from './action';
export { DRIVE_IDS, type DriveId, DRIVES } from './drives';
