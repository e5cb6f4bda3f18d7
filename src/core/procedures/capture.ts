import type { ChannelId } from '../channel';
import type { WorkAsk } from '../control';
import type { Answer, Captured, SearchPoint, Takes } from './procedure';

/** Share at each end that a mean leaves out. */
const TRIMMED = 0.2;

/** Mean of the middle, spread and ends of samples; those of nothing known are left out. */
export function capturedOf(samples: readonly number[]): Captured {
  const known = samples.filter(Number.isFinite).sort((a, b) => a - b);
  const count = known.length;
  if (count === 0) return { mean: NaN, spread: NaN, least: NaN, most: NaN, count };
  const off = Math.floor(count * TRIMMED);
  const middle = known.slice(off, count - off);
  const mean = sum(middle) / middle.length;
  const all = sum(known) / count;
  const spread = Math.sqrt(sum(known.map((value) => (value - all) ** 2)) / count);
  return { mean, spread, least: known[0] as number, most: known[count - 1] as number, count };
}

function sum(values: readonly number[]): number {
  return values.reduce((so, value) => so + value, 0);
}

/** What is wrong with a capture: it moved, or something was not read. */
export type CaptureFault =
  | { readonly kind: 'moved'; readonly channel: ChannelId }
  | { readonly kind: 'unknown'; readonly channel: ChannelId }
  | { readonly kind: 'nothing' };

/**
 * The answer of a step that looks at channels, of their samples one after the other.
 * @param eachS time between two samples, s.
 */
export function capturedAnswer(
  takes: Extract<Takes, { kind: 'capture' | 'trace' }>,
  samples: Readonly<Partial<Record<ChannelId, readonly number[]>>>,
  eachS: number,
): { readonly answer: Answer } | { readonly fault: CaptureFault } {
  const of = (id: ChannelId) => samples[id] ?? [];
  if (takes.channels.every((id) => of(id).length === 0)) return { fault: { kind: 'nothing' } };
  if (takes.kind === 'trace') {
    return { answer: { kind: 'traced', eachS, channels: pick(takes.channels, of) } };
  }
  const channels = pick(takes.channels, (id) => capturedOf(of(id)));
  const unknown = takes.known?.find((id) => (channels[id]?.count ?? 0) < of(id).length / 2);
  if (unknown !== undefined) return { fault: { kind: 'unknown', channel: unknown } };
  const { still } = takes;
  if (still !== undefined && moves(of(still.channel), still.within)) {
    return { fault: { kind: 'moved', channel: still.channel } };
  }
  return { answer: { kind: 'captured', channels } };
}

/** What came of a trial, of its samples; one that ended by itself says nothing but that. */
export function searchPoint(
  ask: WorkAsk,
  { channels }: Pick<Extract<Takes, { kind: 'search' }>, 'channels'>,
  samples: Readonly<Partial<Record<ChannelId, readonly number[]>>>,
  ended: boolean,
): SearchPoint {
  return { ask, ended, channels: ended ? {} : pick(channels, (id) => capturedOf(samples[id] ?? [])) };
}

function pick<Value>(
  ids: readonly ChannelId[],
  of: (id: ChannelId) => Value,
): Partial<Record<ChannelId, Value>> {
  return Object.fromEntries(ids.map((id) => [id, of(id)])) as Partial<Record<ChannelId, Value>>;
}

/** So many times what a mean is uncertain by is noise, not movement. */
const SURE = 3;

/** Whether the means of the first, middle and last third lie further apart than is allowed, and than noise alone may put them. */
function moves(samples: readonly number[], within: number): boolean {
  const third = Math.floor(samples.length / 3);
  if (third === 0) return false;
  const parts = [0, 1, 2].map((i) => capturedOf(samples.slice(i * third, (i + 1) * third)));
  const means = parts.map(({ mean }) => mean);
  const uncertain = Math.max(...parts.map(({ spread, count }) => spread / Math.sqrt(count)));
  return Math.max(...means) - Math.min(...means) > within + SURE * uncertain;
}
