import type { Calibration } from '../calibration';
import { covered } from '../checks';
import { contentSum } from '../numeric';

/** States that a calibration remembers to have left as: a file, a copy. */
export const MAX_LINEAGE = 24;

/** A sum of all that an engine is run by: two documents that say the same have the same, whoever vouches for what. */
export function stateSum(document: Calibration): number {
  return contentSum(covered(document).map(({ place, sum }) => [place, sum]));
}

/** The document as it leaves for somewhere else: it remembers what it was then, so that both sides can be merged later. */
export function leaving(document: Calibration): Calibration {
  const state = stateSum(document);
  const before = document.lineage.filter((sum) => sum !== state);
  return { ...document, lineage: [...before, state].slice(-MAX_LINEAGE) };
}

/**
 * The newest of some states of one calibration that another comes from; null where it comes from none of them.
 * @param states oldest last.
 */
export function commonAncestor<State extends { readonly document: Calibration }>(
  states: readonly State[],
  other: Calibration,
): State | null {
  const known = new Set(other.lineage);
  if (known.size === 0) return null;
  return states.find(({ document }) => known.has(stateSum(document))) ?? null;
}
