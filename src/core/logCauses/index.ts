/**
 * What lies behind the errors of logs: known causes, each with the pattern it lays over them, ranked by what speaks for them,
 * and what would mend each in a calibration. The evidence is gathered in log.
 * Faults told from counters and readings live in diagnosis.
 */
export { CAUSE_LIST, type CauseId, type CauseInfo } from './causes';
export { type Mend, mendOf } from './mend';
export { type RankedCause, type RankedCauses, rankedCauses } from './rank';
