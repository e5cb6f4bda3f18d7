/**
 * Knock: its maps, fields, window and what is proposed for them. The control is control’s, where a bore rings is said in sensors.
 * Nothing is listened to here.
 */
export { KNOCK_MAPS } from './knockMaps';
export {
  knockSpeeds,
  proposedCoolantFactor,
  proposedKnockFuelPercent,
  proposedLengthDeg,
  proposedStartDeg,
  THRESHOLD_MARGIN,
  USUAL_WINDOW_DEG,
  usualNoiseV,
  windowMs,
} from './knockWindow';
