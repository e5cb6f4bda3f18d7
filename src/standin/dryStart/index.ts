export { DryStart, START_LENGTH_S, type StartSetup } from './dryStart';
export { explainVerdict, type StartExplanation } from './explain';
export type { StartPhase, StartTrace } from './trace';
export type { StartVerdict } from './verdict';
