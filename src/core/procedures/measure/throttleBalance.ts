/** One throttle against the middle of all. */
export interface OffBalance {
  /** Which, from 1 on. */
  readonly throttle: number;
  readonly reads: number;
  /** How far it is off the middle, as a share: over 0 it breathes more. */
  readonly off: number;
}

/** What readings of all throttles come to. */
export interface Balance {
  readonly middle: number;
  /** The most that any is off it, as a share. */
  readonly worst: number;
  readonly each: readonly OffBalance[];
}

/**
 * How even throttles breathe, against the middle of all: one that leaks draws the others nowhere, and where they are about
 * even the air of all, and with it the speed, stays.
 * Example: 3.0, 3.4, 3.1, 3.3 → middle 3.2, the first 6.25 % under, the second 6.25 % over.
 * @returns null while one has not been read.
 */
export function balanceOf(readings: readonly (number | null)[]): Balance | null {
  const reads = readings.filter((one) => one !== null);
  if (reads.length === 0 || reads.length < readings.length) return null;
  const sorted = [...reads].sort((a, b) => a - b);
  const half = (sorted.length - 1) / 2;
  const middle = ((sorted[Math.floor(half)] ?? 0) + (sorted[Math.ceil(half)] ?? 0)) / 2;
  if (!(middle > 0)) return null;
  const each = reads.map((one, i) => ({ throttle: i + 1, reads: one, off: one / middle - 1 }));
  return { middle, worst: Math.max(...each.map(({ off }) => Math.abs(off))), each };
}
