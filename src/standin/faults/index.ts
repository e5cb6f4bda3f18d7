/** Faults that are brought about at a car beside the bench, while it stands or runs. */
export { FAULT_IDS, type FaultId, faultInfo, FAULTS, showsInChannels, type LinkFault } from './faults';
