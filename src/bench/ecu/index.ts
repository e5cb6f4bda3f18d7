export { ECU_OFF, ecuInjection, steppedEcu, type EcuState, type SensorReadings } from './virtualEcu';
