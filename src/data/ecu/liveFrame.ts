import { AT, CHANNEL_IDS, type ChannelId, type Frame, frameOf } from '@/core/channel';

/**
 * What shows where the engine is, is moved on no more often than this, ms; every so many times the numbers are told too, since
 * numbers that change faster are not read. Both on one beat: each costs the page a frame.
 */
const BEAT_MS = 50;
const TOLD_EVERY = 2;

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
  movers: new Set<(told: boolean) => void>(),
  beats: 0,
  /** Who gets every sample: what records. */
  takers: new Set<(frame: Frame) => void>(),
  timer: null as ReturnType<typeof setTimeout> | null,
};

/** Takes rows of samples in. @param channels of each row, in its order. */
export function takeRows(channels: readonly ChannelId[], rows: readonly ArrayLike<number>[]): void {
  for (const row of rows) {
    for (let i = 0; i < channels.length; i += 1) {
      live.frame[AT[channels[i] as ChannelId]] = row[i] ?? NaN;
    }
    live.samples += 1;
    for (const take of live.takers) take(live.frame);
  }
  live.timer ??= setTimeout(beat, BEAT_MS);
}

/** Forgets what was live: nothing is known any more. */
export function forgetLive(): void {
  live.frame.set(frameOf());
  live.samples = 0;
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

/** Told at every beat, and whether the numbers are told with it. @returns the way to end that. */
export function onBeat(move: (told: boolean) => void): () => void {
  live.movers.add(move);
  return () => void live.movers.delete(move);
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

function beat(): void {
  live.timer = null;
  live.beats += 1;
  if (live.beats % TOLD_EVERY === 0) return tell();
  for (const move of live.movers) move(false);
  // The numbers follow, even if no sample does.
  live.timer = setTimeout(beat, BEAT_MS);
}

function tell(): void {
  if (live.timer !== null) clearTimeout(live.timer);
  live.timer = null;
  live.told = live.frame.slice();
  for (const move of live.movers) move(true);
  for (const listener of live.listeners) listener();
}
