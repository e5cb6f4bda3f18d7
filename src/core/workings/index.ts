export type { StepInput } from './inputs';
export type { Step, Workings } from './step';
export { workingsAt } from './steps';
