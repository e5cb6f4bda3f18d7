/**
 * The order of work: what is next on a calibration, and why, told from what stands in it.
 * One entry for each step. Nothing is remembered here but what no document tells.
 */
export { FIRST_NUMBERS } from './firstNumbers';
export { type StandingStep, workStanding, type WorkStanding } from './standing';
export { type Leg, LEGS, WORK_STEPS, type WorkDone, type WorkStep } from './steps';
