export { CAM_ANGLES, CAM_FORMS, camSchema, type Cams } from './camSchema';
export {
  lobesOf,
  overlapDeg,
  valveEventsFromAngles,
  valveEventsFromLobes,
  valveEventsProblem,
  type ValveEvents,
} from './valveEvents';
