import { useEffect, useState } from 'react';
import { View } from 'react-native';
import type { MapKey } from '@/core/calibration';
import type { ShownAs } from '@/core/map';
import { rowCount } from '@/core/map/schema';
import { Button } from '@/ui/button/Button';
import { type AxisPoint, cellSelection, type Place, placeInCells } from '@/ui/grid';
import { followed } from './following';
import type { MapEditing } from './useMapEditing';
import { useLiveMap } from './useLiveMap';
import { useShownMapLater } from './useShownMap';

interface Props {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
}

/** Has the selection follow the engine over the map, until another cell is chosen; nothing while nothing is live. */
export function FollowButton({ mapKey, as, editing }: Props) {
  const live = useLiveMap(as);
  const [follows, setFollows] = useState(false);
  const { x, y } = useShownMapLater(mapKey, as);
  useEffect(() => {
    if (live === null || !follows) return;
    const size = { columns: x.length, rows: rowCount({ y }) };
    let cell: Place | null = null;
    let last: AxisPoint = { x: NaN, y: NaN };
    const stopPlaces = live.onPlace((place) => (last = place));
    const stopBeats = live.onBeat(() => {
      const { selection, text } = editing.store.getState();
      const { column, row } = selection.corner;
      if (cell !== null && (cell.column !== column || cell.row !== row)) {
        setFollows(false);
        return;
      }
      // What is being typed is meant for the cell that is chosen.
      const at = placeInCells({ x, y }, last);
      if (at === null || text !== '') return;
      const next = followed(cell, at, size);
      if (next !== cell) editing.select(cellSelection(next));
      cell = next;
    });
    return () => {
      stopPlaces();
      stopBeats();
    };
  }, [live, follows, x, y, editing]);
  if (live === null) return null;
  return (
    <View style={{ flexDirection: 'row' }}>
      <Button
        label={follows ? 'Stop following' : 'Follow the engine'}
        icon={follows ? 'stop' : 'crosshairs-gps'}
        onPress={() => setFollows(!follows)}
      />
    </View>
  );
}
