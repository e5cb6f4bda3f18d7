/**
 * Protection: what is watched over, its fields, and the map that stands in for a lost pressure sensor.
 * When a guard acts is control; what it does to fuel and speed is ecu.
 */
export { GUARD_IDS, GUARD_SENSOR, type GuardId, GUARDS } from './guards';
export { PROTECTION_MAPS } from './protectionMaps';
