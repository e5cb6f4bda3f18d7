/**
 * What lies behind the errors of logs: known causes, each with the pattern it lays over them, ranked by what speaks for them.
 * The evidence is gathered in log; what moves the document to mend a cause lives there too, behind the second half of this folder.
 * Faults told from counters and readings live in diagnosis.
 */
export { CAUSE_LIST, type CauseId, type CauseInfo } from './causes';
export { type RankedCause, type RankedCauses, rankedCauses } from './rank';
