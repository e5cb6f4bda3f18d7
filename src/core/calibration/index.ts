export { isRequired, isSetAside } from './applies';
export { limitProblems, missingFields, unconfirmedFields, type SectionState } from './check';
export { capacityModel, type AssumedMaps } from './capacityModel';
export { conversionContext } from './context';
export { scaledPulse, strategySwitch, type ComingMap, type StrategySwitch } from './conversion';
export { followersOf, leaderOf, possibleLeaders, relaidWithFollowers, type RelaidMap } from './coupling';
export { livedWeight } from './lived';
export { dwellProposal } from './dwellProposal';
export { emptyCalibration } from './empty';
export { engineModel, overrunOf, type Missing, type ModelResult } from './engineModel';
export {
  fieldInfo,
  SECTION_IDS,
  SECTION_SCHEMAS,
  sectionFields,
  splitPath,
  type FieldPath,
  type SectionId,
} from './fields';
export {
  calibrationFromJson,
  calibrationToText,
  fileProblemMessage,
  type FileProblem,
  type FileResult,
} from './file';
export {
  ADC_BITS,
  bankOf,
  coilsOf,
  curveOf,
  dwellLawOf,
  dwellOf,
  faultBandOf,
  firingOf,
  injectionChoice,
  lineOf,
  permitsOf,
  presetEngineOf,
  REFERENCE_V,
  stagingPlanOf,
  thermistorOf,
  throttleOf,
  valvesOf,
  wheelOf,
  type DwellLaw,
  type Thermistor,
} from './hardware';
export {
  endedAt,
  pressureMaps,
  pressureReach,
  reachProblem,
  relaidPressureMaps,
  type PressureReach,
  type PressureRule,
  type RelaidPressureMap,
} from './pressureAxes';
export { coilFunction, injectorFunction, outputFunction, pinFunctions } from './pinFunctions';
export { blockingProblems, conflicts, problemsOf, type DocumentProblem, type Place } from './rules';
export { saidAbout } from './rules/saidAbout';
export { sectionState, SHEET_IDS, sheetOf, sheetState, type SheetId } from './sheet';
export { choiceAt, sectionAt, tableAt, valueAt } from './values';
export { generatedMap, generatorNeeds, generatorValueAt, type GeneratorResult } from './generate';
export { camCharacterOf, usualChoices, type GeneratorChoices } from './generators/generator';
export { steadyPoint, type SteadyPoint } from './steadyPoint';
export { fillingMap, loadAxisOf, requiredMaps, strategyMaps, strategyOf, usedMaps } from './strategy';
export { calibrationJsonSchema } from './jsonSchema';
export {
  correctionAt,
  correctionKey,
  definitionAt,
  isMapKey,
  mapAt,
  putMap,
  type CorrectionKey,
  type MapKey,
} from './mapAccess';
export { FIRST_OF, isMapId, isSecondMapId, MAP_DEFINITIONS, MAP_IDS, type MapId } from './maps';
export { MIGRATIONS, migrated } from './migrate';
export type { Migration } from './migrations/migration';
export { baseValue, sweptVolumePerCylinderCm3 } from './quantities';
export {
  CALIBRATION_FORMAT,
  CALIBRATION_VERSION,
  calibrationSchema,
  STAND_INS,
  type Calibration,
  type StandInId,
} from './schema';
export { calibrationFromSheet, DEMO_SHEET, ENGINE_SHEETS, type EngineSheet } from './starters';
