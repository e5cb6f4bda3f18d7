export {
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  type StartUpCurveId,
  taperReasons,
  TURNS_BREAKPOINTS,
} from './startupGenerator';
export { STARTUP_MAPS } from './startupMaps';
