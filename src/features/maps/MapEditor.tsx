import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useRef } from 'react';
import { View, type TextInput } from 'react-native';
import { engineModel, MAP_DEFINITIONS, type MapId } from '@/core/calibration';
import { SOURCE_TEXT } from '@/core/field';
import { injectionAt } from '@/core/fuel';
import type { MapData } from '@/core/map';
import { formatNumber } from '@/core/units';
import { useDocument } from '@/data/session/session';
import { sourceColour } from '@/ui/field';
import { cellLabel, MapGrid, rangeSize, selectionRange, type GridKey } from '@/ui/grid';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { EditTray } from './EditTray';
import { useOperatingPoint } from './operatingPoint';
import { ShapeSheet } from './ShapeSheet';
import { useMapClipboard } from './useMapClipboard';
import type { EditMode, MapEditing, ShapeKind } from './useMapEditing';
import { Button } from '@/ui/button/Button';

const MODE_KEYS: Readonly<Record<string, EditMode>> = { s: 'set', a: 'add', m: 'multiply', p: 'percent' };
const SHAPE_KEYS: Readonly<Record<string, ShapeKind>> = { f: 'corners', e: 'edges', r: 'smooth' };
/** Where cranking fuel is shown in milliseconds: a cold starter's speed, and the voltage under its load. */
const CRANKING_AT = { speedRpm: 210, batteryV: 9.5 } as const;

interface Props {
  mapId: MapId;
  map: MapData;
  editing: MapEditing;
  /** Goes to where its breakpoints are changed. */
  onAxes: () => void;
}

/** The grid of a map with its edit tray, and what the chosen cell is. */
export function MapEditor({ mapId, map, editing, onAxes }: Props) {
  const definition = MAP_DEFINITIONS[mapId];
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const box = useRef<TextInput>(null);
  const card = useRef<View>(null);
  useMapClipboard(card, editing);
  const point = useOperatingPoint((state) => state.point);
  const { selection } = editing;
  const cells = rangeSize(selectionRange(selection));
  const index = selection.corner.row * map.x.length + selection.corner.column;
  const source = map.sources[map.cellSources[index] ?? 0];
  const step = (direction: 1 | -1) => editing.apply({ kind: 'add', amount: direction * definition.step });

  const onKey = ({ key, ctrlKey }: GridKey): boolean => {
    if (ctrlKey) return false;
    const mode = MODE_KEYS[key.toLowerCase()];
    if (mode !== undefined) {
      editing.setMode(mode);
      box.current?.focus();
      return true;
    }
    const shape = SHAPE_KEYS[key.toLowerCase()];
    if (shape !== undefined) {
      editing.shape(shape);
      return true;
    }
    if (key === ']' || key === '[') {
      step(key === ']' ? 1 : -1);
      return true;
    }
    if (/^\d$/.test(key)) {
      editing.setMode('set');
      editing.setText(key);
      box.current?.focus();
      return true;
    }
    return false;
  };

  return (
    <Card>
      <View ref={card}>
        <MapGrid
          label={definition.label}
          definition={definition}
          map={map}
          colours="magnitude"
          selection={selection}
          onSelection={editing.select}
          onKey={onKey}
          point={definition.y === null ? null : { x: point.speedRpm, y: point.manifoldKpa }}
        />
      </View>
      <View aria-live="polite" style={{ gap: 2 }}>
        <Text kind="number">
          {cells === 1
            ? cellLabel(definition, map, selection.corner)
            : `${cells} cells. ${cellLabel(definition, map, selection.corner)}`}
        </Text>
        {source === undefined ? null : (
          <Text kind="small" colour={sourceColour(source)}>
            {`${SOURCE_TEXT[source.kind].label}, ${source.date}${source.note === undefined ? '' : `. ${source.note}`}`}
          </Text>
        )}
        {mapId === 'cranking' ? <CrankingOpening coolantC={map.x[selection.corner.column] ?? 0} /> : null}
      </View>
      <EditTray definition={definition} editing={editing} box={box} onStep={step} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <ShapeSheet editing={editing} />
        <Button label="Lay the axes anew" icon="table-large" onPress={onAxes} />
      </View>
      {definition.y === null ? null : (
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s, flexWrap: 'wrap' }}>
          <Text kind="small" colour="muted" style={{ flexShrink: 1 }}>
            The ring is the operating point of Workings.
          </Text>
          <Button
            label="Work this cell through"
            icon="calculator-variant-outline"
            kind="plain"
            onPress={() => {
              useOperatingPoint.getState().change({
                speedRpm: map.x[selection.corner.column] ?? point.speedRpm,
                manifoldKpa: map.y[selection.corner.row] ?? point.manifoldKpa,
              });
              router.navigate(`/c/${id}/maps/workings`);
            }}
          />
        </View>
      )}
    </Card>
  );
}

/** Cranking fuel as the opening it comes to. */
function CrankingOpening({ coolantC }: { coolantC: number }) {
  const result = engineModel(useDocument());
  if (!result.ok) {
    return (
      <Text kind="small" colour="muted">
        Its opening in ms is shown here once engine, injectors and maps are complete.
      </Text>
    );
  }
  const at = injectionAt(result.model, {
    ...CRANKING_AT,
    phase: 'cranking',
    manifoldKpa: result.model.barometricKpa,
    coolantC,
    airC: Math.min(coolantC, 20),
    sinceStartS: 0,
  });
  return (
    <Text kind="number" colour="muted">
      {`${formatNumber(at.openingMs, 2)} ms opening at ${CRANKING_AT.speedRpm} rev/min and ${CRANKING_AT.batteryV} V, ${formatNumber(at.fuelMg, 1)} mg of fuel`}
    </Text>
  );
}
