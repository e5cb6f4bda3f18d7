import { useMemo } from 'react';
import { definitionAt, mapAt, type MapKey } from '@/core/calibration';
import { fuelById } from '@/core/fuels';
import { type MapData, type MapDefinition, shownAs, type ShownAs, shownMap } from '@/core/map';
import { useShownUnits } from '@/data/shownUnits';
import { useDocument } from '@/data/session/session';

/** A map of the open document as it is kept, and as it is shown in the units chosen. */
export interface ShownMapOf {
  /** As kept, in base units. */
  readonly definition: MapDefinition;
  readonly map: MapData | null;
  readonly as: ShownAs;
  /** As shown. */
  readonly shown: MapData | null;
}

/** The map with this key, in both ways. */
export function useShownMap(key: MapKey): ShownMapOf {
  const document = useDocument();
  const [units] = useShownUnits();
  const ratio = fuelById(document.engine.fuel?.value ?? 'petrol').stoichiometricRatio;
  const definition = useMemo(() => definitionAt(document, key), [document, key]);
  const as = useMemo(() => shownAs(definition, units, ratio), [definition, units, ratio]);
  const map = mapAt(document, key);
  const shown = useMemo(() => (map === null ? null : shownMap(map, as)), [map, as]);
  return { definition, map, as, shown };
}
