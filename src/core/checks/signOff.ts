import { type Calibration, compile } from '../calibration';
import type { Review, SignOff } from '../review';
import { reviewed } from './accepted';
import { changesBetween, covered, type PlaceChange } from './covered';
import type { Finding } from './entry/check';
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

/** What a sign-off is worth today. */
export type SignOffState =
  | { readonly kind: 'none' }
  | { readonly kind: 'holds'; readonly signOff: SignOff }
  | {
      readonly kind: 'outdated';
      readonly signOff: SignOff;
      readonly changes: readonly PlaceChange[];
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
export function signedChanges(document: Calibration): PlaceChange[] {
  const signed = document.review.signOff?.covered;
  if (signed === undefined) return [];
  return changesBetween(signed, covered(document));
}
