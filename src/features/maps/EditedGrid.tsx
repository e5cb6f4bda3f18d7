import type { MapKey } from '@/core/calibration';
import type { MapRegionOf } from '@/core/generators';
import { mapDifference, type ShownAs, shownMap } from '@/core/map';
import { isMapId } from '@/core/program';
import { useGlobalSearchParams } from 'expo-router';
import { type Ref, useMemo } from 'react';
import { useUnstoredCells } from '@/data/ecu/unstored';
import { useLater } from '@/data/session/documentParts';
import { type AxisRegion, type GridHandle, type GridKey, MapGrid, valueRange } from '@/ui/grid';
import type { ComparedWith } from './MapCompare';
import { useMarks } from './marks';
import { useLiveMap } from './useLiveMap';
import { type MapEditing, useSelectedRegion, useSelection } from './useMapEditing';
import { useShownMap } from './useShownMap';

/** What a compared grid shows: its own cells, how they differ, or the other's. */
export type GridView = 'now' | 'difference' | 'other';

interface Props {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
  view: GridView;
  /** The map it is compared with; null while it is not. */
  other: ComparedWith | null;
  regions: readonly MapRegionOf[];
  /** Where the overrun cut may act, in units shown: marked where no region is chosen. */
  overrun: AxisRegion | null;
  onKey: (event: GridKey) => boolean;
  /** When given, a touch reads the surface there instead of selecting, in units shown. */
  onProbe: ((at: { x: number; y: number }) => void) | null;
  handle: Ref<GridHandle>;
}

/** The grid of the map that is edited: what a key changes in it is painted before anything else on the page. */
export function EditedGrid({
  mapKey,
  as,
  editing,
  view,
  other,
  regions,
  overrun,
  onKey,
  onProbe,
  handle,
}: Props) {
  const shown = useShownMap(mapKey, as);
  const selection = useSelection(editing);
  const chosen = useSelectedRegion(editing);
  const region = useMemo(() => {
    const of = regions.find(({ id }) => id === chosen);
    return of === undefined ? overrun : shownRegion(of, as);
  }, [regions, chosen, overrun, as]);
  const marks = useMarks(as);
  const live = useLiveMap(as);
  const { id } = useGlobalSearchParams<{ id: string }>();
  const unstored = useUnstoredCells(id, isMapId(mapKey) ? mapKey : null);
  const map = useMemo(() => {
    if (other === null || view === 'now') return shown;
    const compared = mapDifference(shown, shownMap(other.map, as));
    return { ...shown, values: view === 'difference' ? compared.values : compared.other };
  }, [shown, other, view, as]);
  // The lowest or highest cell gives every other one another colour: it is painted first, and they follow.
  const { low, high } = valueRange(map.values);
  const colourRange = useLater(useMemo(() => ({ low, high }), [low, high]));
  return (
    <MapGrid
      handle={handle}
      label={as.definition.label}
      definition={as.definition}
      map={map}
      colours={view === 'difference' ? 'difference' : 'magnitude'}
      colourRange={colourRange}
      selection={selection}
      onSelection={editing.select}
      onKey={onKey}
      point={marks.point}
      trail={marks.trail}
      region={region}
      marked={unstored}
      markedWord="not stored"
      live={live}
      onProbe={onProbe}
    />
  );
}

/** A region of the map in the units it is shown in. */
function shownRegion({ fromX, toX, fromY, toY }: MapRegionOf, as: ShownAs): AxisRegion {
  return {
    fromX: as.x.shown(fromX),
    toX: as.x.shown(toX),
    fromY: as.y.shown(fromY),
    toY: as.y.shown(toY),
    open: true,
  };
}
