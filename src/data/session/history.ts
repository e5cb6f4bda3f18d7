import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import { type Calibration, mapAt, type MapKey, mapPath, withMapAt } from '@/core/calibration';
import type { MapData } from '@/core/map';

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

/** The columns of a map that an edit of its cells changes. */
const CELL_COLUMNS = ['values', 'cellSources', 'sources'] as const;

/**
 * The history after the cells of a map were changed; its axes stay. The patches are what differs: a draft would read
 * every cell of a large map through a proxy.
 * @throws {RangeError} where there is no map with this key.
 */
export function cellsEdited(history: History, label: string, key: MapKey, next: MapData): History {
  const { document } = history;
  const map = mapAt(document, key);
  if (map === null) throw new RangeError(`There is no map ${key}`);
  const path = mapPath(document, key);
  const patches = CELL_COLUMNS.flatMap((column) =>
    columnPatches([...path, column], map[column], next[column]),
  );
  if (patches.length === 0) return history;
  const inverse = CELL_COLUMNS.flatMap((column) =>
    columnPatches([...path, column], next[column], map[column]),
  );
  return {
    document: withMapAt(document, key, next),
    past: [...history.past, { label, patches, inverse }],
    future: [],
  };
}

/** The patches from one column to another: cell by cell, or in one piece where most of it changes or its length does. */
function columnPatches(path: Patch['path'], from: readonly unknown[], to: readonly unknown[]): Patch[] {
  if (from === to) return [];
  const whole: Patch[] = [{ op: 'replace', path, value: to }];
  if (from.length !== to.length) return whole;
  const differing = from.flatMap((value, i) => (value === to[i] ? [] : [i]));
  if (differing.length > from.length / 2) return whole;
  return differing.map((i) => ({ op: 'replace', path: [...path, i], value: to[i] }));
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
