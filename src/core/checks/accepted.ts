import { type Calibration, type FieldPath, valueAt } from '../calibration';
import { contentSum } from '../numeric';
import type { Acceptance, Review } from '../review';
import { findings } from './checks';
import type { Finding, Place } from './entry/check';

/** A finding that somebody has accepted, with what was said. */
export interface Accepted {
  readonly finding: Finding;
  readonly acceptance: Acceptance;
}

/** What is found: what is still open, and what was accepted and is as it was then. */
export interface Reviewed {
  readonly open: readonly Finding[];
  readonly accepted: readonly Accepted[];
}

const known = new WeakMap<Calibration, Reviewed>();

/** What the checks find in a document, apart by whether it was accepted. An acceptance ends when what was found changes. */
export function reviewed(document: Calibration): Reviewed {
  const before = known.get(document);
  if (before !== undefined) return before;
  const open: Finding[] = [];
  const accepted: Accepted[] = [];
  for (const finding of findings(document)) {
    const acceptance = acceptanceOf(document, finding);
    if (acceptance === null) open.push(finding);
    else accepted.push({ finding, acceptance });
  }
  const result = { open, accepted };
  known.set(document, result);
  return result;
}

/** True for a finding that can be accepted: one that stands in the way cannot. */
export function canAccept({ severity }: Finding): boolean {
  return severity !== 'blocks';
}

/**
 * The review with one finding more that is accepted; what no longer holds is left out.
 * @param date today, YYYY-MM-DD.
 * @throws {RangeError} for a finding that stands in the way.
 */
export function withAcceptance(
  document: Calibration,
  finding: Finding,
  reason: string,
  date: string,
): Review {
  if (!canAccept(finding)) throw new RangeError(`${finding.id} stands in the way and cannot be accepted`);
  const added = { check: finding.id, place: finding.place, sum: sumOf(document, finding), reason, date };
  return { ...document.review, accepted: [...held(document, finding), added] };
}

/** The review without the acceptance of a finding: it is open again. */
export function withoutAcceptance(document: Calibration, finding: Finding): Review {
  return { ...document.review, accepted: held(document, finding) };
}

/** The acceptances that still hold, but for that of one finding. */
function held(document: Calibration, without: Finding): Acceptance[] {
  return reviewed(document)
    .accepted.filter(({ finding }) => findingKey(finding) !== findingKey(without))
    .map(({ acceptance }) => acceptance);
}

function acceptanceOf(document: Calibration, finding: Finding): Acceptance | null {
  if (!canAccept(finding)) return null;
  const sum = sumOf(document, finding);
  // A check may find several things at one place: each has a sum, and a reason, of its own.
  return (
    document.review.accepted.find(
      (entry) => entry.check === finding.id && entry.place === finding.place && entry.sum === sum,
    ) ?? null
  );
}

/** What tells a finding from every other of a document: its check, its place, and its numbers. */
export function findingKey({ id, place, data }: Finding): string {
  return `${id} ${place} ${contentSum(data)}`;
}

/** A sum of what was found, and of what stands at its place: of anything else the reason says nothing. */
function sumOf(document: Calibration, { place, data }: Finding): number {
  return contentSum([data, standsAt(document, place)]);
}

/** What stands at a place. Of a map the finding itself has the cell, and the others may change. */
function standsAt(document: Calibration, place: Place): unknown {
  const { outputs, pins, corrections } = document;
  const at = place.indexOf('.');
  const [section, id] = [place.slice(0, at), place.slice(at + 1)];
  switch (section) {
    case 'maps':
      return null;
    case 'outputs':
      return outputs.find((output) => output.id === id) ?? null;
    case 'pins':
      return pins.assignments.find((assignment) => assignment.function === id) ?? null;
    case 'corrections':
      return corrections.find((correction) => correction.id === id) ?? null;
    default:
      return valueAt(document, place as FieldPath);
  }
}
