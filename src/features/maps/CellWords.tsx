import { mapAt, type MapKey } from '@/core/calibration';
import { SOURCE_TEXT } from '@/core/field/schema';
import { mapDifference, type ShownAs, shownMap } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useCallback } from 'react';
import { View } from 'react-native';
import { useDocumentPartLater } from '@/data/session/documentParts';
import { sourceColour } from '@/ui/field';
import { cellLabel, rangeSize, selectionRange } from '@/ui/grid';
import { Text } from '@/ui/text/Text';
import type { ComparedWith } from './MapCompare';
import { Neighbours } from './MapReading';
import { StartOpening } from './StartOpening';
import { type MapEditing, useSelectionLater } from './useMapEditing';
import { useShownMapLater } from './useShownMap';

interface Props {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
  /** The map it is compared with; null while it is not. */
  other: ComparedWith | null;
}

/** What the chosen cell is: its value in words, what stands beside it, where it comes from. */
export function CellWords({ mapKey, as, editing, other }: Props) {
  const { definition } = as;
  const map = useDocumentPartLater(useCallback((document) => mapAt(document, mapKey), [mapKey]));
  const shown = useShownMapLater(mapKey, as);
  const selection = useSelectionLater(editing);
  const { column, row } = selection.corner;
  const index = row * shown.x.length + column;
  const cells = rangeSize(selectionRange(selection));
  const source = map?.sources[map.cellSources[index] ?? 0];
  const by = other === null ? 0 : (mapDifference(shown, shownMap(other.map, as)).values[index] ?? 0);
  const against =
    other === null
      ? ''
      : `, ${by > 0 ? '+' : ''}${formatNumber(by, definition.decimals)} against “${other.name}”`;
  return (
    <View aria-live="polite" style={{ gap: 2 }}>
      <Text kind="number">
        {`${cells === 1 ? '' : `${cells} cells. `}${cellLabel(definition, shown, selection.corner)}${against}`}
      </Text>
      <Neighbours definition={definition} map={shown} column={column} row={row} />
      {source === undefined ? null : (
        <Text kind="small" colour={sourceColour(source)}>
          {`${SOURCE_TEXT[source.kind].label}, ${source.date}${source.note === undefined ? '' : `. ${source.note}`}`}
        </Text>
      )}
      {mapKey === 'cranking' || mapKey === 'prime' ? (
        <StartOpening mapKey={mapKey} multiple={map?.values[index] ?? 0} coolantC={map?.x[column] ?? 0} />
      ) : null}
    </View>
  );
}
