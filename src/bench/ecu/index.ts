export { Decider } from './decider';
export { KEY_BEFORE_STARTER_S } from './fuelPump';
export { EcuHardware } from './hardware';
export type { Sensed, SensorTruth } from './sensing';
export type { Sync, SyncFailure } from './sync';
export { ECU_OFF, ecuPoint, primeMg, steppedEcu, type EcuState, type SensorReadings } from './virtualEcu';
