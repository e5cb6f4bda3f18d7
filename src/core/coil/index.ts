export {
  chargeCurrentA,
  coilGroups,
  type CoilPrimary,
  dwellFits,
  dwellForCurrentMs,
  ignitionModeProblem,
  timeBetweenSparksMs,
} from './coil';
export type { IgnitionMode } from './coilSchema';
export { type Dwell, dwellMs } from './dwell';
