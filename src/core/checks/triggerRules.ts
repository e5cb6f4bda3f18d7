import { type Calibration, wheelOf } from '../calibration';
import { triggerProblems } from '../trigger';
import type { DocumentProblem } from './problem';

/** What is impossible or unwise about the trigger. */
export function triggerRules(document: Calibration): DocumentProblem[] {
  const wheel = wheelOf(document);
  if (wheel === null) return [];
  return triggerProblems(wheel).map(({ field, message, severity }) => ({
    path: `trigger.${field}`,
    message,
    severity,
  }));
}
