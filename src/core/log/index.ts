/**
 * From a log to a map: what a recording says of the filling, cell by cell, with its evidence.
 * A log is columns of channels. Nothing here knows where they came from, or keeps them.
 * Files of logs are read and written in data; drives are recorded in standin and data.
 */
export {
  type CleanNoise,
  knockBaseline,
  type KnockBaseline,
  thresholdCells,
  thresholdFrom,
} from './knockBaseline';
export {
  correctedCells,
  type CorrectedCell,
  type CorrectionChoice,
  leftInCells,
  MOST_AT_ONCE,
} from './corrected';
export { delayAtS, type DelaySeen, type LambdaDelay, USUAL_DELAY } from './delay';
export { type Coverage, coverageOf, DRIVEN_WITHIN, EVIDENCE_S, RIGHT_WITHIN, TOUCHED_S } from './evidence';
export type { OneFactor } from './factor';
export { type FitSamples, joinedSamples, samplesRoom } from './samples';
export { cellEvidence, type FittedCells, fittedCells } from './fit';
export { decimalsOf } from './decimals';
export { type Bin } from './bins';
export { type CylinderTrims, cylinderTrims } from './cylinderTrims';
export type { LeftOutSpan } from './leftOutSpans';
export type { SensorCells } from './sensorCells';
export { fitLog, fitLogs, fittingLogs, type FitStage, type LogFit } from './fitLog';
export { type InjectionFacts, injectionFactsOf } from './injectionFacts';
export type { DrivenLog } from './readings';
export {
  type CellState,
  cellState,
  MAPPING_AIMS,
  type MappingAim,
  type MappingGoal,
  nextGoal,
  reachable,
} from './mapping/goal';
export {
  copiedMapping,
  type MappedCells,
  mappedCells,
  type Mapping,
  mappingAtRest,
  sensorsApart,
  takeSample,
} from './mapping/mapping';
export { mappingSensorsOf, type MappingTask, mappingTaskOf } from './mapping/task';
export { loggedDecimals, type WrittenLog, writtenLog } from './rows';
export { readingsOf } from './readings';
export { steadyOf, steadyReading, steadySamples } from './steadySamples';
export { thinned } from './thinned';
export { type NextCell, whereNext } from './whereNext';
export { LEFT_OUT, LEFT_OUT_REASONS, type LeftOut, type LeftOutReason } from './leftOut';
export { type IdleFacts, idleFactsOf } from './idle';
export { idleSentences, surgeWords } from './idleWords';
export { type Log, type LogColumn, logged, type OwnLogColumn } from './log';
export {
  type BlendedMap,
  type FillingMapId,
  fillingMapOf,
  MAPPING_SENSORS,
  type MappingSensor,
  type LoggedMapId,
  loggedMapsOf,
  type MapTask,
  mapTaskOf,
} from './mapTask';
