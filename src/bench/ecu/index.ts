export { KEY_BEFORE_STARTER_S } from './fuelPump';
export { EcuHardware } from './hardware';
export type { Sensed } from './sensing';
export type { Sync, SyncFailure } from './sync';
export { ECU_OFF, ecuInjection, steppedEcu, type EcuState, type SensorReadings } from './virtualEcu';
