import { useSyncExternalStore } from 'react';
import type { Frame } from '@/core/channel';
import { onLive, toldFrame } from './liveFrame';

/** The last frame, and a drawing whenever there is something new in it. */
export function useLiveFrame(): Frame {
  return useSyncExternalStore(onLive, toldFrame);
}

/** What is read as text and changes faster than this is not read, ms. */
const SLOW_EACH_MS = 500;

/** The frame that is shown slowly; the same for all who show it. */
let slow = toldFrame();
let slowAtMs = -Infinity;

function onSlow(listener: () => void): () => void {
  const take = () => {
    const nowMs = performance.now();
    if (nowMs - slowAtMs < SLOW_EACH_MS) return;
    slowAtMs = nowMs;
    slow = toldFrame();
    listener();
  };
  take();
  return onLive(take);
}

function slowFrame(): Frame {
  return slow;
}

/** The last frame, twice a second. */
export function useSlowFrame(): Frame {
  return useSyncExternalStore(onSlow, slowFrame);
}
