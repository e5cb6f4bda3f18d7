import { useSyncExternalStore } from 'react';
import type { Frame } from '@/core/channel';
import { BEAT_MS, onLive, toldFrame } from './liveFrame';

/** The last frame, and a drawing whenever there is something new in it. */
export function useLiveFrame(): Frame {
  return useSyncExternalStore(onLive, toldFrame);
}

/** What is read as text and changes faster than this is not read, ms. */
const SLOW_EACH_MS = 500;

/**
 * What is shown slowly is drawn half-way between two beats of what is shown quickly, and one between each two, ms: more than
 * that is more than a frame of a slow phone.
 */
const BETWEEN_MS = BEAT_MS / 2;
const APART_MS = BEAT_MS;

/** The frame that is shown slowly: the same for all who show it. */
let slow = toldFrame();
let slowAtMs = -Infinity;
const slowly = new Set<() => void>();
let stopSlow: () => void = () => undefined;

let waiting: ReturnType<typeof setTimeout> | null = null;

/** Shows what came last as soon as it may be shown, counted from a beat: the last of a link that fell silent too. */
function takeSlow(): void {
  if (waiting !== null) return;
  const mayBeInMs = slowAtMs + SLOW_EACH_MS - performance.now();
  const beats = Math.max(0, Math.ceil((mayBeInMs - BETWEEN_MS) / BEAT_MS));
  waiting = setTimeout(showSlow, beats * BEAT_MS + BETWEEN_MS);
}

function showSlow(): void {
  if (waiting !== null) clearTimeout(waiting);
  waiting = null;
  slowAtMs = performance.now();
  slow = toldFrame();
  tellInTurn([...slowly]);
}

function tellInTurn([next, ...others]: readonly (() => void)[]): void {
  if (next !== undefined && slowly.has(next)) next();
  if (others.length > 0) setTimeout(tellInTurn, APART_MS, others);
}

/** Told at most twice a second when there is something new to read. @returns the way to end that. */
export function onSlow(listener: () => void): () => void {
  if (slowly.size === 0) stopSlow = onLive(takeSlow);
  slowly.add(listener);
  if (performance.now() - slowAtMs < SLOW_EACH_MS) takeSlow();
  else showSlow();
  return () => {
    slowly.delete(listener);
    if (slowly.size === 0) stopSlow();
  };
}

/** The frame as it is read slowly; another object each time. */
export function slowFrame(): Frame {
  return slow;
}

/** The last frame, twice a second. */
export function useSlowFrame(): Frame {
  return useSyncExternalStore(onSlow, slowFrame);
}
