export {
  proposedCrankAdvanceDeg,
  proposedSparkAirDeg,
  proposedSparkCoolantDeg,
  SPARK_AIR_BREAKPOINTS,
  SPARK_COOLANT_BREAKPOINTS,
  sparkCorrectionReasons,
  type SparkCorrectionInputs,
} from './sparkCorrections';
export { fullLoadAnchorDeg, proposedSparkDeg, sparkReasons, type SparkInputs } from './sparkGenerator';
export { sparkMap } from './sparkMap';
