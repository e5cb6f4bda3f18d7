import { compile, definitionAt, fillingMap, type MapKey, overrunOf, strategyOf } from '@/core/calibration';
import { frameOf, PHASE } from '@/core/channel';
import { overrunRegion } from '@/core/control';
import { injectionAt } from '@/core/ecu';
import type { MapRegionOf } from '@/core/generators';
import { SOURCE_TEXT } from '@/core/field/schema';
import { type MapData, mapDifference, type ShownAs, shownMap } from '@/core/map';
import { formatNumber, inSentence } from '@/core/units';
import { useMemo, useRef, useState } from 'react';
import { View, type TextInput } from 'react-native';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { sourceColour } from '@/ui/field';
import { usePageFocus } from '@/ui/focus';
import {
  type AxisRegion,
  cellLabel,
  cellSelection,
  type GridHandle,
  type GridKey,
  MapGrid,
  movedSelection,
  rangeSize,
  selectionRange,
} from '@/ui/grid';
import { Card, Docked, useOnScreen, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { TypingFrom } from '../fields/TypingFrom';
import { EditTray } from './EditTray';
import { MapCurve } from './MapCurve';
import { MapRegions, useMapRegions } from './MapRegions';
import { MapCompareSheet, type ComparedWith } from './MapCompare';
import { MapReading, Neighbours } from './MapReading';
import { useMarks } from './marks';
import { partAt, useOperatingPoint } from './operatingPoint';
import { ShapeSheet } from './ShapeSheet';
import { UnitsSheet } from './UnitsSheet';
import { useMapClipboard } from './useMapClipboard';
import type { EditMode, MapEditing, ShapeKind } from './useMapEditing';

const MODE_KEYS: Readonly<Record<string, EditMode>> = { s: 'set', a: 'add', m: 'multiply', p: 'percent' };
const SHAPE_KEYS: Readonly<Record<string, ShapeKind>> = { f: 'corners', e: 'edges', r: 'smooth' };
/** Where cranking and prime fuel are shown in milliseconds: a cold starter's speed, and the voltage under its load. */
const CRANKING_AT = { speed: 210, battery: 9.5 } as const;

const TOUCHES = [
  { id: 'select', label: 'Touch selects' },
  { id: 'read', label: 'Touch reads' },
] as const;
type Touch = (typeof TOUCHES)[number]['id'];

const VIEWS = [
  { id: 'now', label: 'This map' },
  { id: 'difference', label: 'Difference' },
  { id: 'other', label: 'The other' },
] as const;
type Shown = (typeof VIEWS)[number]['id'];

interface Props {
  mapKey: MapKey;
  /** The map in its own units. */
  map: MapData;
  as: ShownAs;
  /** The map as it is shown. */
  shown: MapData;
  editing: MapEditing;
  /** Goes to where its breakpoints are changed; null for a map whose cells are cylinders or gears. */
  onAxes: (() => void) | null;
}

/** The grid of a map with its edit tray, what the chosen cell is, and what it is compared with. */
export function MapEditor({ mapKey, map, as, shown, editing, onAxes }: Props) {
  const { definition } = as;
  const document = useDocument();
  const box = useRef<TextInput>(null);
  const card = useRef<View>(null);
  const grid = useRef<GridHandle>(null);
  const inSight = useOnScreen(card);
  const wide = useWide();
  const [quick, setQuick] = useState(false);
  useMapClipboard(card, editing);
  usePageFocus(grid);
  const [touch, setTouch] = useState<Touch>('select');
  const [comparing, setComparing] = useState(false);
  const [other, setOther] = useState<ComparedWith | null>(null);
  const [view, setView] = useState<Shown>('difference');
  const change = useOperatingPoint((state) => state.change);
  const { selection } = editing;
  const cells = rangeSize(selectionRange(selection));
  const index = selection.corner.row * map.x.length + selection.corner.column;
  const source = map.sources[map.cellSources[index] ?? 0];
  const step = (direction: 1 | -1) => editing.apply({ kind: 'add', amount: direction * definition.step });
  const marks = useMarks(as);
  const cutRegion = useOverrunRegion(mapKey, as);
  const { regions, move: moveRegion } = useMapRegions(definitionAt(document, mapKey));
  const [chosenRegion, setChosenRegion] = useState<MapRegionOf['id'] | null>(null);
  const chosen = regions.find(({ id }) => id === chosenRegion) ?? null;
  const region = chosen === null ? cutRegion : shownRegion(chosen, as);
  const compared = useMemo(
    () => (other === null ? null : mapDifference(shown, shownMap(other.map, as))),
    [other, shown, as],
  );
  const viewed = compared === null ? 'now' : view;
  const values =
    compared === null || viewed === 'now'
      ? shown
      : { ...shown, values: viewed === 'difference' ? compared.values : compared.other };

  const by = compared?.values[index] ?? 0;
  const against =
    compared === null
      ? ''
      : `, ${by > 0 ? '+' : ''}${formatNumber(by, definition.decimals)} against “${other?.name ?? ''}”`;

  const begin = (mode: EditMode, typed: string, isQuick: boolean) => {
    editing.setMode(mode);
    editing.setText(typed);
    setQuick(isQuick);
    box.current?.focus();
  };
  /** The keyboard goes from the tray back to the grid, and on by cells. */
  const leaveTray = ({ columns, rows }: { columns: number; rows: number }) => {
    grid.current?.focus();
    if (columns === 0 && rows === 0) return;
    const size = { columns: map.x.length, rows: Math.max(1, map.y.length) };
    editing.select(movedSelection(selection, { columns, rows }, size, false));
  };

  const onKey = ({ key, ctrlKey }: GridKey): boolean => {
    if (ctrlKey) return false;
    const mode = MODE_KEYS[key.toLowerCase()];
    if (mode !== undefined) {
      begin(mode, '', false);
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
    if (key.toLowerCase() === 'd' && compared !== null) {
      setView(view === 'now' ? 'difference' : 'now');
      return true;
    }
    if (key.toLowerCase() === 't') {
      change(partAt(definition, map.x[selection.corner.column] ?? 0, map.y[selection.corner.row] ?? 0));
      return true;
    }
    if (/^[\d.,-]$/.test(key)) {
      begin('set', key, true);
      return true;
    }
    return false;
  };

  return (
    <Card>
      {other === null || compared === null ? null : (
        <View style={{ gap: SPACE.xs }}>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s, alignItems: 'center' }}>
            <Chips label="Compared" options={VIEWS} value={view} onChange={setView} />
            <IconButton icon="close" label="Stop comparing" onPress={() => setOther(null)} />
          </View>
          <Text kind="small" colour="muted">
            {comparisonWords(compared, other.name, definition.decimals, definition.unit)}
          </Text>
        </View>
      )}
      {definition.y === null && viewed === 'now' ? (
        <MapCurve
          as={as}
          shown={shown}
          chosen={selection.corner.column}
          point={marks.point?.x ?? null}
          onChoose={(column) => editing.select(cellSelection({ column, row: 0 }))}
          onMove={editing.put}
        />
      ) : null}
      <View ref={card}>
        <MapGrid
          handle={grid}
          label={definition.label}
          definition={definition}
          map={values}
          colours={viewed === 'difference' ? 'difference' : 'magnitude'}
          selection={selection}
          onSelection={(next) => {
            setChosenRegion(null);
            editing.select(next);
          }}
          onKey={onKey}
          point={marks.point}
          trail={marks.trail}
          region={region}
          onProbe={
            touch === 'read' && viewed === 'now'
              ? ({ x, y }) => change(partAt(definition, as.x.stored(x), as.y.stored(y)))
              : null
          }
        />
      </View>
      {touch === 'read' && marks.point !== null ? (
        <MapReading definition={definition} map={shown} at={marks.point} />
      ) : (
        <View aria-live="polite" style={{ gap: 2 }}>
          <Text kind="number">
            {`${cells === 1 ? '' : `${cells} cells. `}${cellLabel(definition, shown, selection.corner)}${against}`}
          </Text>
          <Neighbours
            definition={definition}
            map={shown}
            column={selection.corner.column}
            row={selection.corner.row}
          />
          {source === undefined ? null : (
            <Text kind="small" colour={sourceColour(source)}>
              {`${SOURCE_TEXT[source.kind].label}, ${source.date}${source.note === undefined ? '' : `. ${source.note}`}`}
            </Text>
          )}
          {mapKey === 'cranking' || mapKey === 'prime' ? (
            <StartOpening
              mapKey={mapKey}
              multiple={map.values[index] ?? 0}
              coolantC={map.x[selection.corner.column] ?? 0}
            />
          ) : null}
        </View>
      )}
      {wide || inSight ? (
        <Docked label="Edit the selected cells">
          <EditTray
            definition={definition}
            editing={editing}
            box={box}
            quick={quick}
            onStep={step}
            onLeave={leaveTray}
          />
        </Docked>
      ) : null}
      {viewed === 'now' ? (
        <MapRegions
          definition={definitionAt(document, mapKey)}
          map={map}
          regions={regions}
          chosen={chosen}
          onChoose={(of, selected) => {
            setChosenRegion(of?.id ?? null);
            editing.select(selected);
          }}
          onMove={moveRegion}
        />
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <ShapeSheet name={definition.label} editing={editing} />
        {onAxes === null ? null : <Button label="Lay the axes anew" icon="table-large" onPress={onAxes} />}
        {compared === null ? (
          <Button label="Compare" icon="compare" onPress={() => setComparing(true)} />
        ) : null}
        <UnitsSheet />
      </View>
      <TypingFrom />
      <Chips label="What a touch does" options={TOUCHES} value={touch} onChange={setTouch} />
      <Text kind="small" colour="muted">
        {[
          marks.point === null ? null : 'The ring is the operating point of Workings.',
          marks.trail.length > 1 ? `The line is the way of the ${inSentence(marks.trailLabel)}.` : null,
          chosen !== null
            ? `The line goes round ${inSentence(chosen.label)}.`
            : region === null
              ? null
              : 'Hatched: where the overrun cut may act.',
        ]
          .filter((words) => words !== null)
          .join(' ')}
      </Text>
      <MapCompareSheet
        mapKey={mapKey}
        open={comparing}
        onClose={() => setComparing(false)}
        onChoose={(chosen) => {
          setOther(chosen);
          setView('difference');
        }}
      />
      {document.couplings.some(({ map: follower }) => follower === mapKey) ? (
        <Text kind="small" colour="muted">
          Its breakpoints follow another map’s.
        </Text>
      ) : null}
    </Card>
  );
}

function comparisonWords(
  { cells, largest, otherAxes }: ReturnType<typeof mapDifference>,
  name: string,
  decimals: number,
  unit: string,
): string {
  const axes = otherAxes ? ' It stands on other breakpoints; it was read between its cells.' : '';
  if (cells === 0) return `The same as in “${name}”.${axes}`;
  const most = `${largest > 0 ? '+' : ''}${formatNumber(largest, decimals)} ${unit}`.trim();
  return `${cells} ${cells === 1 ? 'cell differs' : 'cells differ'} from “${name}”, ${most} at most.${axes}`;
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

/** Where the overrun cut may act in a filling map; null elsewhere, or while it is off. */
function useOverrunRegion(mapKey: MapKey, as: ShownAs) {
  const document = useDocument();
  return useMemo(() => {
    const cut = overrunOf(document);
    if (cut === null || mapKey !== fillingMap(strategyOf(document))) return null;
    const byThrottle = as.definition.y?.channel === 'throttle';
    const region = overrunRegion(cut, byThrottle ? 'throttle' : 'manifoldPressure');
    return { ...region, toY: as.y.shown(region.toY) };
  }, [document, mapKey, as]);
}

/** Cranking or prime fuel as the opening it comes to. */
function StartOpening({
  mapKey,
  multiple,
  coolantC,
}: {
  mapKey: 'cranking' | 'prime';
  multiple: number;
  coolantC: number;
}) {
  const result = compile(useDocument());
  if (!result.ok) {
    return (
      <Text kind="small" colour="muted">
        Its opening in ms is shown here once engine, injectors and maps are complete.
      </Text>
    );
  }
  const { program } = result;
  const at = injectionAt(
    program,
    frameOf({
      ...CRANKING_AT,
      phase: PHASE.cranking,
      manifoldPressure: program.barometricKpa,
      coolant: coolantC,
      air: Math.min(coolantC, 20),
    }),
  );
  if (mapKey === 'cranking') {
    return (
      <Text kind="number" colour="muted">
        {`${formatNumber(at.openingMs, 2)} ms opening at ${CRANKING_AT.speed} rev/min and ${CRANKING_AT.battery} V, ${formatNumber(at.fuelMg, 1)} mg of fuel`}
      </Text>
    );
  }
  const fullMg = (100 * at.baseFuelMg) / at.vePercent;
  return (
    <Text kind="number" colour="muted">
      {`${formatNumber((multiple * fullMg) / at.flowGPerS, 1)} ms of flow, ${formatNumber(multiple * fullMg, 1)} mg a cylinder`}
    </Text>
  );
}
