import { createStore, type StoreApi } from 'zustand/vanilla';
import type { TimeWindow } from '@/core/logView';
import { panned, type StripView, wholeView, windowAbout, windowWith, zoomed } from './stripWindow';

/** What of a log is in sight, kept outside React: a canvas follows it at each frame. */
export interface StripStore {
  readonly whole: TimeWindow;
  readonly store: StoreApi<StripView>;
}

export function stripStore(whole: TimeWindow, view: Partial<StripView> = {}): StripStore {
  return { whole, store: createStore<StripView>(() => ({ ...wholeView(whole), ...view })) };
}

/** Shows the whole of it. */
export function showWhole({ whole, store }: StripStore): void {
  store.setState({ window: whole });
}

/** Shows so long a part about a moment, with the cursor on it. */
export function showMoment({ whole, store }: StripStore, atS: number, lengthS: number): void {
  store.setState({ window: windowAbout(whole, atS, lengthS), cursorS: atS });
}

/** Zooms about a time; about the cursor where it is in sight, or the middle, where none is said. */
export function zoom({ whole, store }: StripStore, factor: number, aboutS?: number): void {
  store.setState(({ window, cursorS }) => {
    const isIn = cursorS !== null && cursorS >= window.fromS && cursorS <= window.toS;
    const about = aboutS ?? (isIn ? cursorS : (window.fromS + window.toS) / 2);
    return { window: zoomed(whole, window, factor, about) };
  });
}

export function pan({ whole, store }: StripStore, byShare: number): void {
  store.setState(({ window }) => ({ window: panned(whole, window, byShare) }));
}

/** Moves the window so that a time is in its middle. */
export function centre({ whole, store }: StripStore, atS: number): void {
  store.setState(({ window }) => ({ window: windowAbout(whole, atS, window.toS - window.fromS) }));
}

/** Puts the cursor to a time, and the window to where it is. */
export function putCursor({ whole, store }: StripStore, atS: number): void {
  store.setState(({ window }) => ({ cursorS: atS, window: windowWith(whole, window, atS) }));
}

/** Puts the second cursor where the first is; takes it away where it is already there. */
export function putSecond({ store }: StripStore): void {
  store.setState(({ cursorS, secondS }) => ({ secondS: secondS === cursorS ? null : cursorS }));
}

export function takeSecondAway({ store }: StripStore): void {
  store.setState({ secondS: null });
}
