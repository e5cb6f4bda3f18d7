import { useCallback, useMemo } from 'react';
import { type Calibration, definitionAt, mapAt, type MapKey } from '@/core/calibration';
import { fuelById } from '@/core/fuels';
import { type MapData, type MapDefinition, shownAs, type ShownAs, shownMap } from '@/core/map';
import { useDocumentButCells, useDocumentPart, useDocumentPartLater } from '@/data/session/documentParts';
import { useShownUnits } from '@/data/shownUnits';

/** What is fixed about a map of the open document, as it is kept, and as it is shown in the units chosen. */
export interface ShownMapOf {
  /** As kept, in base units. */
  readonly definition: MapDefinition;
  readonly as: ShownAs;
}

/** How the map with this key is shown. */
export function useShownAs(key: MapKey): ShownMapOf {
  const document = useDocumentButCells();
  const [units] = useShownUnits();
  const ratio = fuelById(document.engine.fuel?.value ?? 'petrol').stoichiometricRatio;
  const definition = useMemo(() => definitionAt(document, key), [document, key]);
  const as = useMemo(() => shownAs(definition, units, ratio), [definition, units, ratio]);
  return useMemo(() => ({ definition, as }), [definition, as]);
}

const shownBefore = new WeakMap<MapData, { readonly as: ShownAs; readonly shown: MapData }>();

/** A map of a document as it is shown, made once for all who show it. @throws {TypeError} while it is empty. */
export function shownAt(document: Calibration, key: MapKey, as: ShownAs): MapData {
  const map = mapAt(document, key);
  if (map === null) throw new TypeError(`The map ${key} is empty`);
  const before = shownBefore.get(map);
  if (before?.as === as) return before.shown;
  const shown = shownMap(map, as);
  shownBefore.set(map, { as, shown });
  return shown;
}

/** The cells of a map as they are shown, at once. @throws {TypeError} while it is empty. */
export function useShownMap(key: MapKey, as: ShownAs): MapData {
  return useDocumentPart((document) => shownAt(document, key, as));
}

/** The same a moment later, for what is drawn beside the grid. */
export function useShownMapLater(key: MapKey, as: ShownAs): MapData {
  return useDocumentPartLater(useCallback((document) => shownAt(document, key, as), [key, as]));
}
