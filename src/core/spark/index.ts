/**
 * Spark advance and its corrections, with the generators of its maps, dwell among them.
 * Formulas of when the spark comes, without memory.
 * Coils and their charge live in coil.
 */
export { knockLimitDeg, type KnockInputs } from './knockLimit';
export { DWELL_BREAKPOINTS, dwellMap, dwellReasons, proposedDwellMs } from './dwellGenerator';
export {
  proposedCrankAdvanceDeg,
  proposedSparkAirDeg,
  proposedSparkCoolantDeg,
  SPARK_AIR_BREAKPOINTS,
  SPARK_COOLANT_BREAKPOINTS,
  type SparkCorrectionInputs,
  sparkCorrectionReasons,
} from './sparkCorrections';
export {
  fullLoadAnchorDeg,
  proposedSparkDeg,
  type SparkAnchors,
  sparkAnchors,
  type SparkInputs,
  sparkReasons,
} from './sparkGenerator';
export { SPARK_MAPS } from './sparkMaps';
