import { type Calibration, wheelOf } from '../../calibration';
import { type TriggerProblem, triggerProblems } from '../../trigger';
import { type Found, type Place } from '../entry/check';

/** The trigger’s problems with these codes, at a field. */
export function problems<Code extends TriggerProblem['code']>(
  document: Calibration,
  place: Place,
  ...codes: Code[]
) {
  type Problem = Extract<TriggerProblem, { code: Code }>;
  const wheel = wheelOf(document);
  const found = wheel === null ? [] : triggerProblems(wheel);
  return found
    .filter((problem): problem is Problem => (codes as string[]).includes(problem.code))
    .map((problem): Found<Omit<Problem, never>> => ({ place, data: { ...problem } }));
}
