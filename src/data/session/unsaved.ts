import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';

/** A document whose last change could not be stored. Kept in memory while the tab is open, whatever is on the screen. */
export interface UnsavedChange {
  readonly id: string;
  /** Revision in storage that the change was made on. */
  readonly revision: number;
  readonly document: Calibration;
  /** Storage refused it, or the calibration was deleted in another tab. */
  readonly reason: 'storage' | 'deleted';
}

/** Everything that is not stored, by calibration. */
export const useUnsaved = create<Readonly<Record<string, UnsavedChange>>>(() => ({}));

/** Keeps a change that could not be stored; a newer one of the same calibration takes its place. */
export function keepUnsaved(change: UnsavedChange): void {
  useUnsaved.setState({ [change.id]: change });
}

/** Forgets a change: it was stored, or the builder gave it up. */
export function forgetUnsaved(id: string): void {
  const { [id]: _gone, ...others } = useUnsaved.getState();
  useUnsaved.setState(others, true);
}
