export {
  coldExcess,
  COOLANT_BREAKPOINTS,
  proposedStartUp,
  proposedTaperPercent,
  type StartUpCurveId,
  taperReasons,
  TURNS_BREAKPOINTS,
} from './startupGenerator';
export {
  afterStartDecayMap,
  afterStartMap,
  crankingMap,
  crankingTaperMap,
  primeMap,
  warmUpMap,
} from './startupMaps';
