/** A stretch of a setting in which all goes well, ends included. */
export interface Band {
  readonly from: number;
  readonly to: number;
}

/** A stretch of a sweep: places of its first and last value. */
export interface Run {
  readonly first: number;
  readonly last: number;
}

/** The longest stretch of a sweep in which something holds, the first of equals; null where it holds nowhere. */
export function longestRun(holds: readonly boolean[]): Run | null {
  let best: Run | null = null;
  let first = -1;
  holds.forEach((isSo, i) => {
    if (!isSo) {
      first = -1;
      return;
    }
    if (first < 0) first = i;
    if (best === null || i - first > best.last - best.first) best = { first, last: i };
  });
  return best;
}

/** The stretch of a sweep around a place in which something holds; null where it does not hold there. */
export function runAround(holds: readonly boolean[], at: number): Run | null {
  if (holds[at] !== true) return null;
  let [first, last] = [at, at];
  while (holds[first - 1] === true) first -= 1;
  while (holds[last + 1] === true) last += 1;
  return { first, last };
}

/** The middle of a band in proportion; of one that begins at 0 the middle. */
export function middleOf({ from, to }: Band): number {
  return from > 0 ? Math.sqrt(from * to) : (from + to) / 2;
}

/** A place in a field of two settings. */
export interface Spot {
  readonly column: number;
  readonly row: number;
}

/**
 * The place furthest from all where something does not hold, the field’s edge among them: it may move most either way
 * before it fails. Of equals the one nearest to the middle of all that hold. Null where it holds nowhere.
 * @param holds rows of equal length.
 */
export function safestSpot(holds: readonly (readonly boolean[])[]): Spot | null {
  const spots = holds.flatMap((line, row) =>
    line.flatMap((isSo, column): Spot[] => (isSo ? [{ column, row }] : [])),
  );
  const at = ({ column, row }: Spot) => holds[row]?.[column] === true;
  const isSafe = ({ column, row }: Spot, reach: number) => {
    for (let dy = -reach; dy <= reach; dy += 1) {
      for (let dx = -reach; dx <= reach; dx += 1) {
        if (!at({ column: column + dx, row: row + dy })) return false;
      }
    }
    return true;
  };
  const reachOf = (spot: Spot) => {
    let reach = 0;
    while (isSafe(spot, reach + 1)) reach += 1;
    return reach;
  };
  const mean = (pick: (spot: Spot) => number) =>
    spots.reduce((sum, spot) => sum + pick(spot), 0) / spots.length;
  const [column, row] = [mean((spot) => spot.column), mean((spot) => spot.row)];
  const off = (spot: Spot) => Math.hypot(spot.column - column, spot.row - row);
  const ranked = spots.map((spot) => ({ spot, reach: reachOf(spot) }));
  ranked.sort((a, b) => b.reach - a.reach || off(a.spot) - off(b.spot));
  return ranked[0]?.spot ?? null;
}
