/**
 * The document: schema, fields by path, files, migrations, and compile(document) to a program.
 * Everything that must see the document as a whole, and nothing more.
 * What is said about it lives in checks and meaning, what is proposed for it in generators.
 */
export { isRequired, isSetAside } from './applies';
export { missingFields, type SectionState, unconfirmedFields } from './check';
export { capacityProgram } from './compile/capacityProgram';
export { compile, type Missing } from './compile/compile';
export { overrunOf } from './compile/completeProgram';
export { boostOf } from './compile/boostProgram';
export { limitsOf } from './compile/limitsProgram';
export { protectionOf } from './compile/protectionProgram';
export { conversionContext } from './context';
export { type LeftWords, withoutWords } from './withoutWords';
export { followersOf, leaderOf, possibleLeaders, relaidWithFollowers } from './coupling';
export { CALIBRATION_EDITION } from './edition';
export { emptyCalibration, USUAL_NOTE } from './empty';
export {
  fieldInfo,
  type FieldPath,
  isFieldPath,
  SECTION_IDS,
  sectionFields,
  type SectionId,
  splitPath,
} from './fields';
export { calibrationFromJson, calibrationToText, fileProblemMessage, type FileResult } from './files/file';
export {
  ADC_BITS,
  bankOf,
  coilsOf,
  curveOf,
  dwellOf,
  faultBandOf,
  firingOf,
  injectionChoice,
  lineOf,
  measuredFlowOf,
  permitsOf,
  presetEngineOf,
  thermistorOf,
  throttleOf,
  valvesOf,
  wheelOf,
} from './hardware';
export {
  correctionKey,
  definitionAt,
  isMapKey,
  mapAt,
  type MapKey,
  mapPath,
  putMap,
  withMapAt,
} from './mapAccess';
export { cylindersSeen, fittedLambdas, lambdaGroupsOf } from './lambdas';
export { outputPinFunction, pinFunctions } from './pinFunctions';
export { baseValue, boreMmOf, sweptVolumePerCylinderCm3 } from './quantities';
export { type Calibration, CALIBRATION_VERSION, calibrationSchema, type StandInId } from './schema';
export {
  authorityMaps,
  blendsFuels,
  closesLoop,
  controlsBoost,
  fillingMap,
  isCharged,
  listensForKnock,
  loadAxisOf,
  strategyMaps,
  strategyOf,
  usedMaps,
  usesIdleAir,
} from './strategy';
export { choiceAt, sectionAt, tableAt, valueAt } from './values';
