import { useSyncExternalStore } from 'react';
import type { Frame } from '@/core/channel';
import { onLive, toldFrame } from './liveFrame';

/** The last frame, and a drawing whenever there is something new in it. */
export function useLiveFrame(): Frame {
  return useSyncExternalStore(onLive, toldFrame);
}
