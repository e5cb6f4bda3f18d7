import type { Calibration } from '../calibration';
import { problemsOf } from './checks';
import type { DocumentProblem, Place } from './problem';

/** What the rules say about a place: what cannot stay, and what is unwise. */
export function saidAbout(
  document: Calibration,
  path: Place,
): { conflict: string | null; caution: string | null } {
  const here = problemsOf(document).filter((problem) => problem.path === path);
  const words = (...severities: DocumentProblem['severity'][]) =>
    here
      .filter(({ severity }) => severities.includes(severity))
      .map(({ message }) => message)
      .join(' ') || null;
  return { conflict: words('error', 'blocking'), caution: words('warning') };
}
