import { useSyncExternalStore } from 'react';
import type { Frame } from '@/core/channel';
import { liveFrame, liveVersion, onLive } from './liveFrame';

/** The last frame, and a drawing whenever there is something new in it. */
export function useLiveFrame(): Frame {
  useSyncExternalStore(onLive, liveVersion);
  return liveFrame();
}
