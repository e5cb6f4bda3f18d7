/**
 * Coils: who fires whom, charge current, dwell and the time there is for it.
 * Fields and formulas of ignition hardware.
 * When the spark comes lives in spark.
 */
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
