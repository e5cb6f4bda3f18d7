export { afterStartFactor } from './afterStart';
export {
  coldExcess,
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  taperReasons,
  TURNS_BREAKPOINTS,
  type StartUpCurveId,
} from './startupGenerator';
export { afterStartDecayMap, afterStartMap, crankingMap, warmUpMap } from './startupMaps';
export { CRANKING_RETURN_SHARE, startupSchema, type Startup } from './startupSchema';
