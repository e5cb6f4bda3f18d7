/**
 * What may be wrong with an engine, from what it sends or what was logged: signs, causes, and how likely each is.
 * Counters as they are, and what came between two moments, live in counters.
 */
export { type Cause, CAUSES } from './causes';
export { diagnose, type Diagnosis, type Likely, testWords } from './diagnose';
export { firstLook, type Look, lookAt } from './look';
export { LOOK_TEST_IDS, LOOK_TESTS, type LookTestId } from './lookTests';
export { mapIsRight } from './mapIsRight';
export { diagnosedLog, diagnosingLog } from './ofLog';
export { SIGNS } from './signs';
export { type CauseLine, type DiagnosisWords, diagnosisWords } from './words';
export { type Situation, situationOf } from './situation';
