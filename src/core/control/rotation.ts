/** How fairly charges are cut: what is owed, how long it has waited, and how often each cylinder was cut. */
export interface RotationState {
  /** Cuts that are due, of which one is done when it reaches 1. */
  owed: number;
  /** Events that a due cut has waited for its cylinder. */
  waited: number;
  /** Cuts of each cylinder by its number. */
  cuts: number[];
}

/** Sums of shares are not exact. */
const SLACK = 1e-9;

/** Nothing cut yet. */
export function rotationAtRest(cylinders: number): RotationState {
  return { owed: 0, waited: 0, cuts: new Array<number>(cylinders).fill(0) };
}

/** A copy that shares nothing with its original. */
export function copiedRotation(state: RotationState): RotationState {
  return { ...state, cuts: [...state.cuts] };
}

/**
 * Whether this cylinder’s charge is cut, so that a share of all are and none more often than another. A cut that is due waits
 * for the next cylinder that was cut the fewest times, a cycle at the most: an accumulator alone would cut the same one for ever.
 * @param share of charges to be cut, 0…1; nothing is owed at 0, and all are cut at 1.
 * @param cylinder by its number, 1 the first.
 */
export function cutsNow(state: RotationState, share: number, cylinder: number): boolean {
  const { cuts } = state;
  const at = cylinder - 1;
  if (share <= 0) {
    state.owed = 0;
    state.waited = 0;
    return false;
  }
  if (share < 1) {
    state.owed += share;
    if (state.owed < 1 - SLACK) return false;
    if ((cuts[at] as number) > fewest(cuts) && state.waited < cuts.length - 1) {
      state.waited += 1;
      return false;
    }
    state.owed -= 1;
  } else state.owed = 0;
  state.waited = 0;
  cuts[at] = (cuts[at] as number) + 1;
  return true;
}

function fewest(cuts: readonly number[]): number {
  let least = Infinity;
  for (let i = 0; i < cuts.length; i += 1) least = Math.min(least, cuts[i] as number);
  return least;
}
