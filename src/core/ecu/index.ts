/**
 * The engine computer: one plain state, and one step of all of it in a documented order.
 * Sees a program, volts and a frame; the one way from sensors to opening and spark.
 * No engine turns here: that is standin.
 */
export { afterStartFactor } from './afterStart';
export { capacityAt } from './capacity';
export { readCounters, readCrank, triggerDecoder } from './crank';
export type { EcuDecisions } from './decisions';
export { type Fuel, type Injection, injectionAt } from './injection';
export { readInputs } from './inputs';
export { LAMBDA_LIMITS, SPARK_LIMITS } from './limits';
export { primeAt } from './prime';
export { copiedEcu, ecuAtKeyOn, type EcuState } from './state';
export { ecuOut, type EcuOut, eventStep, knockStep, outputStep, sparkStep, sparkWithheld } from './step';
export { type FollowUp, injectionLead } from './followUps';
export { coilGroups, injectorGroups, workTargets } from './work';
