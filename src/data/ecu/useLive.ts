import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Frame } from '@/core/channel';
import { onLive, toldFrame } from './liveFrame';

/** The last frame, and a drawing whenever there is something new in it. */
export function useLiveFrame(): Frame {
  return useSyncExternalStore(onLive, toldFrame);
}

/** What is read as text and changes faster than this is not read, ms. */
const SLOW_EACH_MS = 500;

/** The last frame, twice a second; null while it is not wanted. */
export function useSlowFrame(wanted: boolean): Frame | null {
  const [frame, setFrame] = useState<Frame | null>(null);
  useEffect(() => {
    if (!wanted) {
      setFrame(null);
      return;
    }
    let shownMs = -Infinity;
    const show = () => {
      const nowMs = performance.now();
      if (nowMs - shownMs < SLOW_EACH_MS) return;
      shownMs = nowMs;
      setFrame(toldFrame());
    };
    show();
    return onLive(show);
  }, [wanted]);
  return frame;
}
