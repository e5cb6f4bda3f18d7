import { create } from 'zustand';

/** Whether the app is kept in this browser, and opens with no network. */
export type Kept =
  /** Nobody has looked yet. */
  | 'unknown'
  /** Pages that came over an open line from another machine are not kept. */
  | 'insecure'
  /** The browser keeps no pages, or was told not to. */
  | 'impossible'
  | 'fetching'
  /** Not all of it came; nothing is kept. */
  | 'failed'
  | 'kept';

/** What is known of keeping the app, and of a newer one. */
export interface Offline {
  readonly kept: Kept;
  /** A newer build is here whole, and waits. */
  readonly isNewerHere: boolean;
}

export const useOffline = create<Offline>(() => ({ kept: 'unknown', isNewerHere: false }));
