import type { Calibration } from '../calibration';
import { changesBetween, covered, type Place } from '../checks';
import type { Covered } from '../review';

/** What two calibrations changed since the one both come from, by place. */
export interface Merge {
  /** Changed on one’s own side only: stays. */
  readonly own: readonly Place[];
  /** Changed on the other side only: can be taken over without a question. */
  readonly other: readonly Place[];
  /** Changed on both sides, to the same. */
  readonly alike: readonly Place[];
  /** Changed on both sides, to different things: somebody has to choose. */
  readonly clashing: readonly Place[];
}

/** Sorts what differs between two calibrations by who changed it since a common ancestor. */
export function mergeOf(ancestor: Calibration, own: Calibration, other: Calibration): Merge {
  const [base, mine, theirs] = [covered(ancestor), covered(own), covered(other)];
  const placesOf = (before: readonly Covered[], now: readonly Covered[]) =>
    changesBetween(before, now).map(({ place }) => place);
  const ownChanged = placesOf(base, mine);
  const otherChanged = placesOf(base, theirs);
  const differing = new Set(placesOf(mine, theirs));
  const isOwn = new Set(ownChanged);
  const isOther = new Set(otherChanged);
  const both = ownChanged.filter((place) => isOther.has(place));
  return {
    own: ownChanged.filter((place) => !isOther.has(place)),
    other: otherChanged.filter((place) => !isOwn.has(place)),
    alike: both.filter((place) => !differing.has(place)),
    clashing: both.filter((place) => differing.has(place)),
  };
}
