import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import type { Calibration } from '@/core/calibration';

enablePatches();

/** One undoable step: what was done, in words, and the patches both ways. */
export interface Step {
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
}

/** A document with the way back and the way forward. Plain data; every change makes a new one. */
export interface History {
  readonly document: Calibration;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

/** A history that starts at this document. */
export function historyOf(document: Calibration): History {
  return { document, past: [], future: [] };
}

/**
 * The history after one edit. An edit that changes nothing is no step; a new edit ends the way forward.
 * @param recipe changes the draft it is given, or returns nothing.
 */
export function edited(
  history: History,
  label: string,
  recipe: (draft: Draft<Calibration>) => void,
): History {
  const [document, patches, inverse] = produceWithPatches(history.document, recipe);
  if (patches.length === 0) return history;
  return { document, past: [...history.past, { label, patches, inverse }], future: [] };
}

/** One step back; the same history when there is none. */
export function undone(history: History): History {
  const step = history.past[history.past.length - 1];
  if (step === undefined) return history;
  return {
    document: applyPatches(history.document, [...step.inverse]),
    past: history.past.slice(0, -1),
    future: [step, ...history.future],
  };
}

/** One step forward again; the same history when there is none. */
export function redone(history: History): History {
  const [step, ...rest] = history.future;
  if (step === undefined) return history;
  return {
    document: applyPatches(history.document, [...step.patches]),
    past: [...history.past, step],
    future: rest,
  };
}
