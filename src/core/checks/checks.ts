import type { Calibration } from '../calibration';
import { type ShownUnits, USUAL_UNITS } from '../units';
import { CHECKS } from './all';
import type { Check, Finding } from './entry/check';

const BY_ID = new Map(CHECKS.map((entry) => [entry.id, entry]));

/** What a check found last, and in which parts of a document. */
interface Answer {
  readonly parts: readonly unknown[];
  readonly found: readonly Finding[];
}

const answers = new Map<string, Answer>();
const known = new WeakMap<Calibration, readonly Finding[]>();

/**
 * Everything the checks find in a document. It may stand there, and is shown where it is. Answers are kept by document, and
 * those of a check by the parts it reads: a document is never changed in place, every field of a screen asks, and an edit
 * asks only the checks that read what was edited.
 */
export function findings(document: Calibration): readonly Finding[] {
  const before = known.get(document);
  if (before !== undefined) return before;
  const found = CHECKS.flatMap((entry) => answer(entry, document));
  known.set(document, found);
  return found;
}

function answer({ id, reads, find }: Check, document: Calibration): readonly Finding[] {
  const parts = reads.map((part) => document[part]);
  const last = answers.get(id);
  if (last !== undefined && last.parts.every((part, i) => part === parts[i])) return last.found;
  const found = find(document);
  answers.set(id, { parts, found });
  return found;
}

/**
 * The check with an id.
 * @throws {RangeError} when there is none.
 */
export function checkById(id: string): Check {
  const entry = BY_ID.get(id);
  if (entry === undefined) throw new RangeError(`There is no check ${id}`);
  return entry;
}

/** What a check is about, for one that was written down long ago too: its id where it is no more. */
export function checkTitle(id: string): string {
  return BY_ID.get(id)?.title ?? id;
}

/**
 * A finding in words, in the units shown: the one place where they are made.
 * @throws {RangeError} for a finding of a check that is not there.
 */
export function findingWords({ id, data }: Finding, units: ShownUnits = USUAL_UNITS): string {
  return checkById(id).say(data, units);
}

/** What stands in the way: nothing is started or sent while something does. */
export function blockingFindings(document: Calibration): readonly Finding[] {
  return findings(document).filter(({ severity }) => severity === 'blocks');
}
