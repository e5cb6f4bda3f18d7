export {
  conflicts,
  isRequired,
  isSetAside,
  limitProblems,
  missingFields,
  sectionState,
  unconfirmedFields,
  valueAt,
  type DocumentProblem,
  type SectionState,
} from './check';
export { conversionContext } from './context';
export { emptyCalibration } from './empty';
export { engineModel, type Missing, type ModelResult } from './engineModel';
export { fieldInfo, SECTION_SCHEMAS, sectionFields, type FieldPath, type SectionId } from './fields';
export {
  calibrationFromJson,
  calibrationToText,
  fileProblemMessage,
  type FileProblem,
  type FileResult,
} from './file';
export { generatedMap, generatorNeeds, type GeneratorChoices, type GeneratorResult } from './generate';
export { calibrationJsonSchema } from './jsonSchema';
export { isMapId, MAP_DEFINITIONS, MAP_IDS, type MapId } from './maps';
export { MIGRATIONS, migrated, type Migration } from './migrate';
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
