import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { View } from 'react-native';
import type { TimeWindow } from '@/core/logView';
import type { StripStore } from './stripStore';

/** What is drawn by React is drawn anew at most so often while the strip moves, ms. */
const AGAIN_MS = 100;
/** Beyond so much larger or smaller words would be seen to be stretched. */
const STRETCHED = 1.25;

/** The window that something was drawn for, and the box to be moved with the strip until it is drawn again. */
export interface FollowedWindow {
  readonly drawn: TimeWindow;
  readonly box: RefObject<View | null>;
}

/**
 * What is drawn over the lines (words, bands, the time) costs more than the lines do. While the strip moves it is only shifted
 * and stretched with them, past React, and is drawn anew ten times a second and once the strip rests.
 */
export function useFollowedWindow(strip: StripStore, width: number): FollowedWindow {
  const [drawn, setDrawn] = useState(() => strip.store.getState().window);
  const box = useRef<View>(null);
  useLayoutEffect(() => {
    const style = (box.current as unknown as HTMLElement | null)?.style;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const follow = () => {
      const { window } = strip.store.getState();
      const { scale, shift } = between(drawn, window, width);
      if (style !== undefined)
        style.transform = scale === 1 && shift === 0 ? '' : `translateX(${shift}px) scaleX(${scale})`;
      if (window === drawn) return;
      if (scale > STRETCHED || scale < 1 / STRETCHED) setDrawn(window);
      else timer ??= setTimeout(() => setDrawn(strip.store.getState().window), AGAIN_MS);
    };
    follow();
    const unsubscribe = strip.store.subscribe(follow);
    return () => {
      unsubscribe();
      if (timer !== null) clearTimeout(timer);
    };
  }, [strip, drawn, width]);
  return { drawn, box };
}

/** How what was drawn for one window is brought to where it lies in another: stretched from its left edge, then shifted, px. */
export function between(
  drawn: TimeWindow,
  window: TimeWindow,
  width: number,
): { readonly scale: number; readonly shift: number } {
  const spanS = window.toS - window.fromS;
  return {
    scale: (drawn.toS - drawn.fromS) / spanS,
    shift: ((drawn.fromS - window.fromS) / spanS) * width,
  };
}
