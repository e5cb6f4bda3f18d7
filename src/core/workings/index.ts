export { workingsAt, type Step, type StepInput, type Workings } from './steps';
