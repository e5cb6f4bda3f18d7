/**
 * The way from sensors to fuel and spark, step by step, with symbols and numbers.
 * It shows what ecu computed and computes nothing anew.
 * Cells that took part are found here for the maps.
 */
export type { Step, StepRead } from './step';
export { workingsAt } from './steps';
