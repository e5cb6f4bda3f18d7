export {
  lobesOf,
  overlapDeg,
  type ValveEvents,
  valveEventsFromAngles,
  valveEventsFromLobes,
  valveEventsProblem,
} from './valveEvents';
