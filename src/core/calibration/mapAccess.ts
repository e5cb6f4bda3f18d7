import type { Correction } from '../correction';
import { correctionDefinition } from '../correction/schema';
import type { MapData, MapDefinition } from '../map';
import { isMapId, MAP_DEFINITIONS, type MapId } from '../program';
import type { Calibration } from './schema';

/** The map of one of the builder's own corrections, by its id. */
export type CorrectionKey = `correction-${string}`;

/** Any map of a document: a built-in one, or that of a correction. */
export type MapKey = MapId | CorrectionKey;

/** The key of a correction's map. */
export function correctionKey(id: string): CorrectionKey {
  return `correction-${id}`;
}

/** The correction whose map a key names; null for others, or when it is gone. */
export function correctionAt(document: Calibration, key: string): Correction | null {
  return document.corrections.find(({ id }) => correctionKey(id) === key) ?? null;
}

/** True for the key of a map of this document. */
export function isMapKey(document: Calibration, key: string): key is MapKey {
  return isMapId(key) || correctionAt(document, key) !== null;
}

/** What is fixed about a map. @throws {RangeError} for a correction that is gone. */
export function definitionAt(document: Calibration, key: MapKey): MapDefinition {
  if (isMapId(key)) return MAP_DEFINITIONS[key];
  const correction = correctionAt(document, key);
  if (correction === null) throw new RangeError(`There is no map ${key}`);
  return correctionDefinition(correction);
}

/** A map by its key; null while it is empty. */
export function mapAt(document: Calibration, key: MapKey): MapData | null {
  return isMapId(key) ? document.maps[key] : (correctionAt(document, key)?.map ?? null);
}

/** Where a map stands in the document, step by step. */
export function mapPath(document: Calibration, key: MapKey): readonly (string | number)[] {
  return isMapId(key)
    ? ['maps', key]
    : ['corrections', document.corrections.findIndex(({ id }) => correctionKey(id) === key), 'map'];
}

/** The document with another map in a place that has one; the rest of it is shared. */
export function withMapAt(document: Calibration, key: MapKey, map: MapData): Calibration {
  if (isMapId(key)) return { ...document, maps: { ...document.maps, [key]: map } };
  return {
    ...document,
    corrections: document.corrections.map((own) => (correctionKey(own.id) === key ? { ...own, map } : own)),
  };
}

/** Puts a map in its place in a draft. */
export function putMap(draft: Calibration, key: MapKey, map: MapData): void {
  if (isMapId(key)) {
    draft.maps[key] = map;
    return;
  }
  const correction = correctionAt(draft, key);
  if (correction !== null) correction.map = map;
}
