import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';

/** What the open calibration is compared with: a snapshot of it, another calibration, or one from a file. */
interface Compared {
  /** The calibration that is compared. */
  readonly id: string | null;
  readonly name: string;
  readonly document: Calibration | null;
  /** A state that both come from, by its name; null where none is known. */
  readonly ancestor: { readonly name: string; readonly document: Calibration } | null;
  /** It is what runs in the engine computer: what is chosen may go there, too. */
  readonly runs: boolean;
}

const NOTHING: Compared = { id: null, name: '', document: null, ancestor: null, runs: false };

export const useCompared = create<Compared>(() => NOTHING);

/** Compares a calibration with another from now on, on every page of it. */
export function compareWith(
  id: string,
  name: string,
  document: Calibration,
  ancestor: Compared['ancestor'],
  runs = false,
): void {
  useCompared.setState({ id, name, document, ancestor, runs });
}

export function stopComparing(): void {
  useCompared.setState(NOTHING);
}
