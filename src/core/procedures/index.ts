/**
 * Guided paths at the engine: steps, what is measured, how it is decided, and what it changes as a proposal.
 * One entry each; the frame that walks them, what a step captures, and the verdict live here.
 * Nothing of a link, a screen or a stand-in.
 */
export { capturedAnswer, type CaptureFault, capturedOf, searchPoint } from './capture';
export {
  type Answer,
  type Answers,
  type Captured,
  type Found,
  nextStep,
  type Outcome,
  type Procedure,
  type ProcedureAt,
  type SearchPoint,
  type SimulatedStart,
  type Step,
  type StepWork,
  type Takes,
  type Trial,
  verdictOf,
  withoutLast,
} from './procedure';
export { procedureById, PROCEDURES } from './procedures';
