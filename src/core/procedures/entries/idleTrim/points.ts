import { type ChannelId, LOOP_CODE } from '../../../channel';
import type { IdleAsk } from '../../../control';
import type { Captured, SearchPoint } from '../../procedure';
import { ROUNDS, SAME } from './limits';

export function mean(point: Pick<SearchPoint, 'channels'>, id: ChannelId): number {
  return point.channels[id]?.mean ?? NaN;
}

/** Mean of the lambda sensors that read for most of the time. */
export function measured(point: Pick<SearchPoint, 'channels'>): number {
  const most = (point.channels.speed?.count ?? 0) / 2;
  const read = (['lambdaOne', 'lambdaTwo'] as const)
    .map((id) => point.channels[id])
    .filter((one): one is Captured => one !== undefined && one.count > most);
  return read.reduce((sum, one) => sum + one.mean, 0) / read.length;
}

/** Whether a point says anything: neither overrun cut nor closed loop acted while it was looked at. */
export function counts({ channels, ended }: SearchPoint): boolean {
  if (ended) return false;
  const acted = (channels.loopState?.most ?? 0) >= LOOP_CODE.settling;
  return !acted && (channels.overrunCut?.most ?? 0) === 0;
}

/** The last point that says anything. */
export function lastOf(points: readonly SearchPoint[]): SearchPoint | undefined {
  return points.filter(counts).at(-1);
}

/** How far measured lambda is off its target: over 1 it is leaner, and wants more fuel. */
export function leanShare(point: SearchPoint): number {
  return measured(point) / mean(point, 'lambdaTarget');
}

export const fuelShareOf = ({ ask }: SearchPoint) => (ask.kind === 'idle' ? ask.fuelShare : 1);

/** The last of two trials or more that the engine did not outlive; null where it outlived all but one. */
export function diedTwice(points: readonly SearchPoint[]): SearchPoint | null {
  const died = points.filter(({ ended }) => ended);
  return died.length < 2 ? null : (died.at(-1) ?? null);
}

/** The next share of fuel until measured is what is asked; the last one that counts says which. */
export function nextFuel(points: readonly SearchPoint[], ask: IdleAsk): IdleAsk | null {
  const last = lastOf(points);
  if (points.length >= ROUNDS || diedTwice(points) !== null) return null;
  if (last === undefined) return ask;
  const off = leanShare(last);
  if (!Number.isFinite(off) || Math.abs(off - 1) <= SAME) return null;
  return { ...ask, fuelShare: Math.min(1.4, Math.max(0.7, fuelShareOf(last) * off)) };
}

/** What the last point of a search over fuel says the fuel has to be multiplied by; null where none did. */
export function foundFuel(points: readonly SearchPoint[]): number | null {
  const last = lastOf(points);
  const share = last === undefined ? NaN : fuelShareOf(last) * leanShare(last);
  return Number.isFinite(share) ? share : null;
}
