import type { FieldPath } from '../calibration';

/**
 * What no other engine's numbers can stand for, even in simulation: a beginning that has them from a starter asks for these
 * anew, and leaves the rest as guesses until the key is turned.
 */
export const FIRST_NUMBERS: readonly FieldPath[] = [
  'engine.bore',
  'engine.stroke',
  'engine.compressionRatio',
  'engine.altitude',
  'engine.torquePeakSpeed',
  'engine.powerPeakSpeed',
  'engine.maxSpeed',
  'engine.maxManifoldPressure',
  'injectors.ratedFlow',
  'injectors.ratedPressure',
  'injectors.railPressure',
  'injectors.deadTime',
];
