import { create } from 'zustand';
import type { LogChange, ReadLog } from './logStore';

interface Held {
  readonly logs: readonly ReadLog[];
  /** The calibration that each was driven with, as text, where that is known. */
  readonly calibrations: Readonly<Record<string, string>>;
}

/** Logs that were read from a file and are not kept: they are gone with the page. */
export const useHeldLogs = create<Held>(() => ({ logs: [], calibrations: {} }));

/** Says which calibration one was driven with, as text. */
export function holdCalibration(id: string, text: string): void {
  useHeldLogs.setState(({ calibrations }) => ({ calibrations: { ...calibrations, [id]: text } }));
}

/** Holds one while the page is there. */
export function holdLog(log: ReadLog): void {
  useHeldLogs.setState(({ logs }) => ({ logs: [log, ...logs] }));
}

/** One that is held; null where it is kept, or gone. */
export function heldLog(id: string): ReadLog | null {
  return useHeldLogs.getState().logs.find(({ entry }) => entry.id === id) ?? null;
}

/** Changes notes and marks of one. */
export function changeHeld(id: string, change: LogChange): void {
  useHeldLogs.setState(({ logs }) => ({
    logs: logs.map((log) => (log.entry.id === id ? { ...log, entry: { ...log.entry, ...change } } : log)),
  }));
}

export function dropHeld(id: string): void {
  useHeldLogs.setState(({ logs, calibrations: { [id]: _, ...calibrations } }) => ({
    logs: logs.filter(({ entry }) => entry.id !== id),
    calibrations,
  }));
}
