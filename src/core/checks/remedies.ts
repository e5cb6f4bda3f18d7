import type { Calibration } from '../calibration';
import { checkById } from './checks';
import { changesBetween, covered, type PlaceChange } from './covered';
import type { Finding } from './entry/check';
import { putRemedy, type Remedy } from './entry/remedy';

/** What would cure a finding, as far as it can be computed; null where the builder must decide or measure. */
export function remedyOf(document: Calibration, finding: Finding): Remedy | null {
  return checkById(finding.id).remedy?.(document, finding) ?? null;
}

/**
 * The document with a remedy put in, in a copy.
 * @param date today, YYYY-MM-DD.
 */
export function remedied(document: Calibration, finding: Finding, remedy: Remedy, date: string): Calibration {
  const copy = JSON.parse(JSON.stringify(document)) as Calibration;
  putRemedy(copy, remedy, remedySource(finding, date));
  return copy;
}

/** Where a value comes from that a remedy has put in. */
export function remedySource({ id }: Finding, date: string) {
  return { kind: 'computed', date, note: `Remedy: ${checkById(id).title}` } as const;
}

/** What a remedy changes, each place with what it says before and after. */
export function remedyChanges(document: Calibration, finding: Finding, remedy: Remedy): PlaceChange[] {
  return changesBetween(covered(document), covered(remedied(document, finding, remedy, '2000-01-01')));
}
