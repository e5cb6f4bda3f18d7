import { baseValue, type Calibration, fieldInfo, type FieldPath, valueAt } from '../calibration';
import type { Source } from '../field';
import type { MapData } from '../map';
import type { MapId } from '../program';
import { GENERATORS } from './mapGenerators';

/** A field that says something else than when a map was computed from it: numbers in base units, choices by their id. */
export interface ChangedInput extends Record<string, unknown> {
  readonly path: FieldPath;
  readonly before: number | string;
  readonly now: number | string;
}

/** The note of a cell that was proposed from the engine's description. */
export const PROPOSED_NOTE = 'Proposed from the engine’s description';

/** Numbers closer than this are the same, share: a change of unit and back moves the last digit. */
const SAME_SHARE = 1e-9;

/** What a map would be computed from now, by field. */
export function computedFrom(document: Calibration, mapId: MapId): Record<string, number | string> {
  return Object.fromEntries(
    GENERATORS[mapId].needs(document).flatMap((path) => {
      const value = inputAt(document, path);
      return value === null ? [] : [[path, value] as const];
    }),
  );
}

/**
 * The fields that have changed since a map was computed from them; none for a map that was not computed, or no longer has a
 * computed cell, or of which it was not kept.
 */
export function changedSince(document: Calibration, mapId: MapId): ChangedInput[] {
  const map = document.maps[mapId];
  if (map?.computedFrom === undefined || !hasComputedCell(map)) return [];
  const present = computedFrom(document, mapId);
  return Object.entries(map.computedFrom).flatMap(([path, before]) => {
    const now = present[path];
    return now === undefined || isSame(before, now) ? [] : [{ path: path as FieldPath, before, now }];
  });
}

function inputAt(document: Calibration, path: FieldPath): number | string | null {
  if (fieldInfo(path)?.kind === 'quantity') return baseValue(document, path);
  const entry = valueAt(document, path) as { value?: unknown } | null;
  return typeof entry?.value === 'string' ? entry.value : null;
}

function hasComputedCell({ sources, cellSources }: MapData): boolean {
  return cellSources.some((of) => isComputedSource(sources[of]));
}

/** True for where a computed cell comes from: proposed from the description, or come with a starter. A log's correction is not. */
export function isComputedSource(source: Source | undefined): boolean {
  return source?.kind === 'starter' || (source?.kind === 'computed' && source.note === PROPOSED_NOTE);
}

function isSame(before: number | string, now: number | string): boolean {
  if (typeof before !== 'number' || typeof now !== 'number') return before === now;
  return Math.abs(before - now) <= SAME_SHARE * Math.max(Math.abs(before), Math.abs(now));
}
