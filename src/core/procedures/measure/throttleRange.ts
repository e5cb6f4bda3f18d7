import { HEAD_ROOM_V, RAILS_V } from '../../sensors';

/** Pedal travel is looked at in so many parts. */
const PARTS = 20;
/** Between two samples of a slow sweep the track gives no larger step, as a share of its travel. */
const LARGEST_STEP = 0.15;
/** So far beyond its ends the track may give, V: noise. */
const BEYOND_V = 0.08;

/** What a slow sweep of a throttle shows of its track. */
export interface Sweep {
  /** Parts of the travel that were seen, 0…1. */
  readonly seenShare: number;
  /** Where the track drops out or jumps, as shares of its travel from closed on. */
  readonly gaps: readonly number[];
}

/** The track of a throttle, of its volts in a slow sweep between two ends; what lies either side of one that never came is not compared. */
export function sweepOf(volts: readonly number[], closedV: number, openV: number): Sweep {
  const span = openV - closedV;
  const shares = volts.map((v) => (v - closedV) / span);
  const beyond = BEYOND_V / Math.abs(span);
  const isInside = (share: number) => share >= -beyond && share <= 1 + beyond;
  const inside = shares.filter(isInside);
  const seen = new Set(inside.map((share) => Math.min(PARTS - 1, Math.max(0, Math.floor(share * PARTS)))));
  const gaps: number[] = [];
  let last: number | null = null;
  for (const share of shares) {
    if (Number.isNaN(share)) {
      last = null;
      continue;
    }
    const steps = last === null ? 0 : Math.abs(share - last);
    if (last !== null && (!isInside(share) || steps > LARGEST_STEP)) gaps.push(last);
    if (isInside(share)) last = share;
  }
  return { seenShare: seen.size / PARTS, gaps: apart(gaps) };
}

/** Places that are the same within a twentieth are one. */
function apart(places: readonly number[]): number[] {
  const found: number[] = [];
  for (const place of [...places].sort((a, b) => a - b)) {
    if (found.every((other) => Math.abs(other - place) > 1 / PARTS)) found.push(place);
  }
  return found;
}

/**
 * Fault bands that leave both ends their head-room: as they are where they do, else moved as far as the rails allow.
 * Null where an end is so near a rail that none is left.
 */
export function bandsFor(
  closedV: number,
  openV: number,
  now: { readonly lowV: number; readonly highV: number },
): { readonly lowV: number; readonly highV: number } | null {
  const least = Math.min(closedV, openV) - HEAD_ROOM_V;
  const most = Math.max(closedV, openV) + HEAD_ROOM_V;
  if (least < RAILS_V.low || most > RAILS_V.high) return null;
  return { lowV: Math.min(now.lowV, roundedDown(least)), highV: Math.max(now.highV, roundedUp(most)) };
}

function roundedDown(volts: number): number {
  return Math.floor(volts * 100 + 1e-6) / 100;
}

function roundedUp(volts: number): number {
  return Math.ceil(volts * 100 - 1e-6) / 100;
}
