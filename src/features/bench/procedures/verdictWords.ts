import type { ProcedureResults } from '@/data/procedureResults';

/** How a procedure ended. */
export const VERDICT_WORDS = {
  passed: 'Passed',
  failed: 'Failed',
  open: 'Something is left open',
} as const;

/** How it ended last, and when, in one line, and whether by another build than this one; null where it was never done. */
export function lastWords(result: ProcedureResults[string] | undefined, build: number): string | null {
  if (result === undefined) return null;
  const at = new Date(result.at);
  const day = at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const since = result.build === build ? '' : '; the calibration has changed since';
  return `${VERDICT_WORDS[result.verdict]}, ${day}, ${time}${since}`;
}
