import { type Calibration, compile, fieldInfo, isFieldPath } from '../calibration';
import type { Covered, Review, SignOff } from '../review';
import { reviewed } from './accepted';
import { covered } from './covered';
import type { Finding, Place } from './entry/check';
import { ledger, type LedgerEntry } from './ledger';

/** What stands between a calibration and its sign-off, and what would be signed with it. */
export interface Readiness {
  /** Fields and maps that are needed and empty. */
  readonly empty: number;
  /** What must be cured. */
  readonly inTheWay: readonly Finding[];
  /** What must be cured, or accepted with a reason. */
  readonly toDecide: readonly Finding[];
  /** What the engine lives on and nobody vouches for: it can be signed, and is named. */
  readonly guesses: readonly LedgerEntry[];
  readonly ready: boolean;
}

/** One thing that is not as it was when it was signed: null where it was not there, or is not there any more. */
export interface SignedChange {
  readonly place: Place;
  readonly before: string | null;
  readonly now: string | null;
}

/** What a sign-off is worth today. */
export type SignOffState =
  | { readonly kind: 'none' }
  | { readonly kind: 'holds'; readonly signOff: SignOff }
  | {
      readonly kind: 'outdated';
      readonly signOff: SignOff;
      readonly changes: readonly SignedChange[];
      /** What is in the way or unwise now, and was not when it was signed. */
      readonly found: readonly Finding[];
    };

/** What stands between a calibration and its sign-off. */
export function readiness(document: Calibration): Readiness {
  const { open } = reviewed(document);
  const compiled = compile(document);
  const empty = compiled.ok ? 0 : compiled.missing.fields.length + compiled.missing.maps.length;
  const inTheWay = open.filter(({ severity }) => severity === 'blocks');
  const toDecide = open.filter(({ severity }) => severity === 'warns');
  const guesses = ledger(document).filter(({ isLife, isConfirmed }) => isLife && !isConfirmed);
  return {
    empty,
    inTheWay,
    toDecide,
    guesses,
    ready: empty + inTheWay.length + toDecide.length === 0,
  };
}

/**
 * The review with a sign-off of the calibration as it is.
 * @param date today, YYYY-MM-DD.
 * @throws {RangeError} while something is empty, in the way, or unwise and not accepted.
 */
export function withSignOff(
  document: Calibration,
  { name, note, date }: Pick<SignOff, 'name' | 'note' | 'date'>,
): Review {
  const { ready, guesses } = readiness(document);
  if (!ready) throw new RangeError('What stands in the way, or is not decided, cannot be signed');
  const accepted = reviewed(document).accepted.map(({ acceptance: { check, place, reason } }) => ({
    check,
    place,
    reason,
  }));
  const signOff = {
    name,
    note,
    date,
    covered: covered(document),
    accepted,
    guesses: guesses.map(({ place }) => place),
  };
  return { ...document.review, signOff };
}

const known = new WeakMap<Calibration, SignOffState>();

/** What the sign-off of a calibration is worth today, and what has changed since. */
export function signOffState(document: Calibration): SignOffState {
  const before = known.get(document);
  if (before !== undefined) return before;
  const state = stateOf(document);
  known.set(document, state);
  return state;
}

function stateOf(document: Calibration): SignOffState {
  const { signOff } = document.review;
  if (signOff === null) return { kind: 'none' };
  const changes = signedChanges(document);
  const found = reviewed(document).open.filter(({ severity }) => severity !== 'advises');
  if (changes.length + found.length === 0) return { kind: 'holds', signOff };
  return { kind: 'outdated', signOff, changes, found };
}

/** What is not as it was when a calibration was signed; nothing where it never was. */
export function signedChanges(document: Calibration): SignedChange[] {
  const signed = document.review.signOff?.covered;
  if (signed === undefined) return [];
  const present = covered(document);
  const now = new Map(present.map((entry) => [entry.place, entry]));
  const then = new Map(signed.map((entry) => [entry.place, entry]));
  const gone = signed.flatMap(({ place, words }) =>
    now.has(place) ? [] : [{ place: place as Place, before: words, now: null }],
  );
  const others = present.flatMap((entry): SignedChange[] => {
    const place = entry.place as Place;
    const before = then.get(entry.place);
    if (before === undefined) return [{ place, before: null, now: entry.words }];
    return isSame(before, entry) ? [] : [{ place, before: before.words, now: entry.words }];
  });
  return [...others, ...gone];
}

/** A quantity that reads as before is as before: what its base value leans on, altitude or density, is a change of its own. */
function isSame(before: Covered, now: Covered): boolean {
  if (before.sum === now.sum) return true;
  const { place } = now;
  return isFieldPath(place) && fieldInfo(place)?.kind === 'quantity' && before.words === now.words;
}
