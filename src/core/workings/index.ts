export type { Step } from './step';
export { workingsAt } from './steps';
