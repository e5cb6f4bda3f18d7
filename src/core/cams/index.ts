/**
 * Valve timing, as a cam card gives it either way, and overlap.
 * Angles in, angles of one cycle out.
 * What timing does to filling lives in fuel, to the spray in injector.
 */
export {
  lobesOf,
  overlapDeg,
  type ValveEvents,
  valveEventsFromAngles,
  valveEventsFromLobes,
  valveEventsProblem,
} from './valveEvents';
