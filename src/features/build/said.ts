import { problemsOf, type Calibration, type Place } from '@/core/calibration';

/** What the rules say about a place: what cannot stay, and what is unwise. */
export function saidAbout(
  document: Calibration,
  path: Place,
): { conflict: string | null; caution: string | null } {
  const here = problemsOf(document).filter((problem) => problem.path === path);
  const words = (severity: 'error' | 'warning') =>
    here
      .filter((problem) => problem.severity === severity)
      .map(({ message }) => message)
      .join(' ') || null;
  return { conflict: words('error'), caution: words('warning') };
}
