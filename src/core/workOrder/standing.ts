import type { Calibration } from '../calibration';
import { WORK_STEPS, type WorkDone, type WorkStep } from './steps';

/** A step, and what is left of it. */
export interface StandingStep {
  readonly step: WorkStep;
  readonly left: readonly string[];
}

/** How far the work has come. */
export interface WorkStanding {
  readonly steps: readonly StandingStep[];
  /** The first step with something left: there always is one, since driving goes on. */
  readonly next: StandingStep;
  readonly doneSteps: number;
}

/** How far the work on a calibration has come, and what is next. */
export function workStanding(document: Calibration, done: WorkDone): WorkStanding {
  const steps = WORK_STEPS.map((step) => ({ step, left: step.left(document, done) })).filter(
    ({ step, left }) => step.onlyIfCalledFor !== true || left.length > 0,
  );
  const open = steps.filter(({ left }) => left.length > 0);
  const [next] = open;
  if (next === undefined) throw new TypeError('The last step is never done');
  return { steps, next, doneSteps: steps.length - open.length };
}
