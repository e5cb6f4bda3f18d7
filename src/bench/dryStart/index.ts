export { airAroundC, DryStart, START_LENGTH_S, type StartResult, type StartSetup } from './dryStart';
export type { StartEvent, StartPhase, StartTrace } from './trace';
export type { StartVerdict, VerdictCode } from './verdict';
export { explainVerdict, type StartExplanation } from './explain';
