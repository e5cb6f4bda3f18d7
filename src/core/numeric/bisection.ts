/**
 * Where a condition that holds below some place and not above it changes: the upper end of what is left of
 * `low`…`high` after halving it `steps` times. `high` itself where it holds everywhere.
 * @param holds must be true below one place, and false above it.
 */
export function bisected(holds: (x: number) => boolean, low: number, high: number, steps = 40): number {
  let from = low;
  let to = high;
  for (let i = 0; i < steps; i += 1) {
    const middle = (from + to) / 2;
    if (holds(middle)) from = middle;
    else to = middle;
  }
  return to;
}
