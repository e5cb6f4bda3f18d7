/**
 * What lies behind the errors of logs: known causes, each with the pattern it lays over them, ranked by what speaks for them.
 * The evidence is gathered in log; what mends a cause in a document lives in causeMends.
 * Faults told from counters and readings live in diagnosis.
 */
export { CAUSE_LIST, type CauseId, type CauseInfo } from './causes';
export { type RankedCause, type RankedCauses, rankedCauses } from './rank';
