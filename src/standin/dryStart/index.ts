/**
 * A start in simulation: key, starter, trace, events and verdict.
 * One seed, one trace.
 * The engine is plant, the engine computer is core/ecu.
 */
export { DryStart, START_LENGTH_S, type StartResult, type StartSetup } from './dryStart';
export { explainStart, explainVerdict, type StartExplanation } from './explain';
export type { StartPhase, StartTrace } from './trace';
export type { StartVerdict } from './verdict';
