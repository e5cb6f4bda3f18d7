export {
  chargeCurrentA,
  coilGroups,
  dwellFitProblem,
  dwellForCurrentMs,
  ignitionModeProblem,
  timeBetweenSparksMs,
  type CoilPrimary,
} from './coil';
export { coilSchema, type Coils, type IgnitionMode } from './coilSchema';
export { DWELL_BREAKPOINTS, dwellMap, dwellReasons, proposedDwellMs } from './dwellGenerator';
