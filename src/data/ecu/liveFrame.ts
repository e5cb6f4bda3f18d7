import {
  AT,
  CHANNEL_IDS,
  type ChannelId,
  type ChannelValues,
  type Frame,
  frameOf,
  placeOf,
} from '@/core/channel';

/**
 * Numbers and what shows where the engine is take turns, a beat each, ms: ten times a second, since numbers that change faster
 * are not read, and apart, since both in one frame are more than a slow phone does in one.
 */
export const BEAT_MS = 50;

/**
 * What the engine computer said last, outside React: samples come many times faster than screens are drawn. The frame is the
 * same room all the time; the version says when it has changed.
 */
const live = {
  frame: frameOf(),
  /** The frame as screens were told of it last: a room of its own each time, so that a drawing knows that it is another. */
  told: frameOf(),
  samples: 0,
  listeners: new Set<() => void>(),
  movers: new Set<() => void>(),
  /** Who gets every sample: what records. */
  takers: new Set<(frame: Frame) => void>(),
  timer: null as ReturnType<typeof setTimeout> | null,
  /** When screens were told last, ms of the page’s clock. */
  toldAtMs: -Infinity,
};

/**
 * Takes rows of samples in.
 * @param channels of each row, in its order.
 * @param beside what this side knows at the time.
 */
export function takeRows(
  channels: readonly ChannelId[],
  rows: readonly ArrayLike<number>[],
  beside: ChannelValues = {},
): void {
  for (const id of Object.keys(beside) as ChannelId[]) live.frame[AT[id]] = beside[id] ?? NaN;
  const places = placesOf(channels);
  for (const row of rows) {
    for (let i = 0; i < places.length; i += 1) live.frame[places[i] as number] = row[i] ?? NaN;
    live.samples += 1;
    for (const take of live.takers) take(live.frame);
  }
  live.timer ??= setTimeout(move, Math.max(0, live.toldAtMs + BEAT_MS - performance.now()));
}

/** The channels of a link stay the same: they are looked up by name once. */
let placed: { readonly channels: readonly ChannelId[]; readonly places: readonly number[] } | null = null;

function placesOf(channels: readonly ChannelId[]): readonly number[] {
  if (placed?.channels !== channels) placed = { channels, places: channels.map(placeOf) };
  return placed.places;
}

/** Forgets what was live: nothing is known any more. */
export function forgetLive(): void {
  live.frame.set(frameOf());
  live.samples = 0;
  for (const mover of live.movers) mover();
  tell();
}

/** Every sample from now on goes to this too. @returns the way to end that. */
export function onEverySample(take: (frame: Frame) => void): () => void {
  live.takers.add(take);
  return () => void live.takers.delete(take);
}

/** Told when there is something new to draw. @returns the way to end that. */
export function onLive(listener: () => void): () => void {
  live.listeners.add(listener);
  return () => void live.listeners.delete(listener);
}

/** Told when to show anew where the engine is, between the numbers. @returns the way to end that. */
export function onMove(mover: () => void): () => void {
  live.movers.add(mover);
  return () => void live.movers.delete(mover);
}

/** The frame as screens were told of it last; another object each time. */
export function toldFrame(): Frame {
  return live.told;
}

/** The last frame; the same room all the time, read only. */
export function liveFrame(): Frame {
  return live.frame;
}

/** How many samples have come since the link was made. */
export function liveSamples(): number {
  return live.samples;
}

/** The last number of a channel. */
export function liveValue(id: (typeof CHANNEL_IDS)[number]): number {
  return live.frame[AT[id]] as number;
}

function move(): void {
  for (const mover of live.movers) mover();
  live.timer = setTimeout(tell, BEAT_MS);
}

function tell(): void {
  if (live.timer !== null) clearTimeout(live.timer);
  live.timer = null;
  live.toldAtMs = performance.now();
  live.told = live.frame.slice();
  for (const listener of live.listeners) listener();
}
