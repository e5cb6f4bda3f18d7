/**
 * A driver over a car: how each action is done, what is recorded of a drive, and what happened in it.
 * A further action is one entry.
 */
export type { DriverMemory } from './actions';
export type { Excursion } from './excursions';
export { type DriveFacts, DriveWatch } from './facts';
export { driveLog, type DriveTrace, Recording } from './recording';
export { isOver, scripted } from './scripted';
