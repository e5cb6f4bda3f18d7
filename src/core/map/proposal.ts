import type { Source } from '../field';
import { type CellRange, rangeIndices, withCells } from './editMap';
import type { MapData } from './mapSchema';

/** One reason behind a computed change, in words, with the formula where there is one. */
export interface Reason {
  readonly text: string;
  readonly formula?: string;
}

/** A computed change to a map that has not landed: old, new, reasons. */
export interface MapProposal {
  readonly mapId: string;
  /** Null when there was no map before; then it can only be accepted whole. */
  readonly before: MapData | null;
  readonly after: MapData;
  readonly reasons: readonly Reason[];
  /** How much each cell's change rests on, where it was measured; 0 for none. */
  readonly evidence?: readonly number[];
}

/** True when before and after stand on the same axes, so cells can be compared and taken one by one. */
export function sameAxes(a: MapData | null, b: MapData): boolean {
  if (a === null) return false;
  const equal = (p: readonly number[], q: readonly number[]) =>
    p.length === q.length && p.every((value, i) => value === q[i]);
  return equal(a.x, b.x) && equal(a.y, b.y);
}

/** Change of each cell, new minus old; zeros where there was no map or it stood on other axes. */
export function proposalDifference({ before, after }: MapProposal): number[] {
  if (before === null || !sameAxes(before, after)) return after.values.map(() => 0);
  return after.values.map((value, i) => value - (before.values[i] as number));
}

/**
 * The map after accepting a proposal, whole or only a range of it.
 * @throws {RangeError} for a range of a proposal without an old map on the same axes.
 */
export function acceptedMap(proposal: MapProposal, range: CellRange | null): MapData {
  const { before, after } = proposal;
  if (range === null) return after;
  if (before === null || !sameAxes(before, after)) {
    throw new RangeError('A proposal for a new map can only be accepted whole');
  }
  const changed = rangeIndices(range, after.x.length).filter(
    (index) => after.values[index] !== before.values[index],
  );
  // Each cell comes from where the proposal says, which need not be one source for all.
  const sources = new Set(changed.map((index) => after.cellSources[index] as number));
  return [...sources].reduce((map, of) => {
    const cells = changed.filter((index) => after.cellSources[index] === of);
    const changes = cells.map((index) => ({ index, value: after.values[index] as number }));
    return withCells(map, changes, after.sources[of] as Source);
  }, before);
}
