/**
 * The one boundary between the stand-in and the document: a car of a calibration.
 * Demo cars as built, or an engine as described.
 * Everything else in standin sees program and ecu only.
 */
export { carOf } from './carOf';
