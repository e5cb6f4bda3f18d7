/**
 * Knock: its maps and fields. The control is control’s; where a bore rings, and what is proposed for windows, is said in sensors.
 * Nothing is listened to here.
 */
export { KNOCK_MAPS } from './knockMaps';
