export { fullLoadAnchorDeg, proposedSparkDeg, sparkReasons, type SparkInputs } from './sparkGenerator';
export { sparkMap } from './sparkMap';
