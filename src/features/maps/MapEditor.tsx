import {
  definitionAt,
  fillingMap,
  isMapKey,
  type MapKey,
  mapAt,
  overrunOf,
  strategyOf,
} from '@/core/calibration';
import { overrunRegion } from '@/core/control';
import type { ShownAs } from '@/core/map';
import { inSentence } from '@/core/units';
import { useGlobalSearchParams } from 'expo-router';
import { useMemo, useRef, useState } from 'react';
import { View, type TextInput } from 'react-native';
import { stopComparing, useCompared } from '@/data/session/compared';
import { useDocumentButCells } from '@/data/session/documentParts';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { usePageFocus } from '@/ui/focus';
import { type GridHandle, type GridKey, movedSelection } from '@/ui/grid';
import { Card, Docked, OneByOne, useOnScreen, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ShownButton } from '../fields/ShownButton';
import { TypingFrom } from '../fields/TypingFrom';
import { CellWords } from './CellWords';
import { ComparedWords } from './ComparedWords';
import { EditedGrid, type GridView } from './EditedGrid';
import { EditTray } from './EditTray';
import { FollowButton } from './FollowButton';
import { LiveReading } from './LiveReading';
import { MapCompareSheet, type ComparedWith } from './MapCompare';
import { MapCurve } from './MapCurve';
import { MapReading } from './MapReading';
import { MapRegions, type MovedRegions, useMapRegions } from './MapRegions';
import { useMarks } from './marks';
import { NotStored } from './NotStored';
import { partAt, useOperatingPoint } from './operatingPoint';
import { ShapeSheet } from './ShapeSheet';
import { useIsLive } from './useLiveMap';
import { useMapClipboard } from './useMapClipboard';
import { type EditMode, type MapEditing, type ShapeKind, useSelectedRegionLater } from './useMapEditing';
import { useShownMapLater } from './useShownMap';

const MODE_KEYS: Readonly<Record<string, EditMode>> = { s: 'set', a: 'add', m: 'multiply', p: 'percent' };
const SHAPE_KEYS: Readonly<Record<string, ShapeKind>> = { f: 'corners', e: 'edges', r: 'smooth' };

const TOUCHES = [
  { id: 'select', label: 'Touch selects' },
  { id: 'read', label: 'Touch reads' },
] as const;
type Touch = (typeof TOUCHES)[number]['id'];

const VIEWS: readonly { readonly id: GridView; readonly label: string }[] = [
  { id: 'now', label: 'This map' },
  { id: 'difference', label: 'Difference' },
  { id: 'other', label: 'The other' },
];

interface Props {
  mapKey: MapKey;
  as: ShownAs;
  editing: MapEditing;
  /** Goes to where its breakpoints are changed; null for a map whose cells are cylinders or gears. */
  onAxes: (() => void) | null;
}

/**
 * The grid of a map with its edit tray, what the chosen cell is, and what it is compared with. It is not drawn again by an
 * edit: the grid takes the cells itself, and what stands around it follows a moment later.
 */
export function MapEditor({ mapKey, as, editing, onAxes }: Props) {
  const { definition } = as;
  const document = useDocumentButCells();
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
  const { id } = useGlobalSearchParams<{ id: string }>();
  const other = useComparedMap(id, mapKey);
  const [view, setView] = useState<GridView>('difference');
  const change = useOperatingPoint((state) => state.change);
  const overrun = useOverrunRegion(mapKey, as);
  const stored = useMemo(() => definitionAt(document, mapKey), [document, mapKey]);
  const regions = useMapRegions(stored);
  const viewed = other === null ? 'now' : view;
  const map = mapAt(document, mapKey);
  if (map === null) return null;
  const { x, y } = map;

  const step = (direction: 1 | -1) => editing.apply({ kind: 'add', amount: direction * definition.step });
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
    const size = { columns: x.length, rows: Math.max(1, y.length) };
    editing.select(movedSelection(editing.store.getState().selection, { columns, rows }, size, false));
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
    if (key.toLowerCase() === 'd' && other !== null) {
      setView(view === 'now' ? 'difference' : 'now');
      return true;
    }
    if (key.toLowerCase() === 't') {
      const { column, row } = editing.store.getState().selection.corner;
      change(partAt(definition, x[column] ?? 0, y[row] ?? 0));
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
      {other === null ? null : (
        <View style={{ gap: SPACE.xs }}>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s, alignItems: 'center' }}>
            <Chips label="Compared" options={VIEWS} value={view} onChange={setView} />
            <IconButton icon="close" label="Stop comparing" onPress={stopComparing} />
          </View>
          <ComparedWords mapKey={mapKey} as={as} other={other} />
        </View>
      )}
      {definition.y === null && viewed === 'now' ? (
        <MapCurve mapKey={mapKey} as={as} editing={editing} />
      ) : null}
      <View ref={card}>
        <EditedGrid
          mapKey={mapKey}
          as={as}
          editing={editing}
          view={viewed}
          other={other}
          regions={regions.regions}
          overrun={overrun}
          onKey={onKey}
          onProbe={
            touch === 'read' && viewed === 'now'
              ? (at) => change(partAt(definition, as.x.stored(at.x), as.y.stored(at.y)))
              : null
          }
          handle={grid}
        />
      </View>
      <LiveReading mapKey={mapKey} as={as} />
      <FollowButton mapKey={mapKey} as={as} editing={editing} />
      <NotStored mapKey={mapKey} name={inSentence(definition.label)} />
      {touch === 'read' ? (
        <ReadAtPoint mapKey={mapKey} as={as} editing={editing} other={other} />
      ) : (
        <CellWords mapKey={mapKey} as={as} editing={editing} other={other} />
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
      {/* The grid is there first. */}
      <OneByOne>
        {viewed === 'now' ? (
          <MapRegions definition={stored} map={map} regions={regions} editing={editing} />
        ) : null}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <ShapeSheet name={definition.label} editing={editing} />
          {onAxes === null ? null : <Button label="Lay the axes anew" icon="table-large" onPress={onAxes} />}
          {other === null ? (
            <Button label="Compare" icon="compare" onPress={() => setComparing(true)} />
          ) : null}
          <ShownButton as="units" />
        </View>
        <TypingFrom />
        <Chips label="What a touch does" options={TOUCHES} value={touch} onChange={setTouch} />
        <MarkWords as={as} editing={editing} regions={regions} overrun={overrun !== null} />
      </OneByOne>
      <MapCompareSheet
        mapKey={mapKey}
        open={comparing}
        onClose={() => setComparing(false)}
        onChoose={() => setView('difference')}
      />
      {document.couplings.some(({ map: follower }) => follower === mapKey) ? (
        <Text kind="small" colour="muted">
          Its breakpoints follow another map’s.
        </Text>
      ) : null}
    </Card>
  );
}

/** The map of what the calibration is compared with; null where it is compared with none that has it. */
function useComparedMap(id: string, mapKey: MapKey): ComparedWith | null {
  const compared = useCompared();
  return useMemo(() => {
    if (compared.id !== id || compared.document === null || !isMapKey(compared.document, mapKey)) return null;
    const map = mapAt(compared.document, mapKey);
    return map === null ? null : { name: compared.name, map };
  }, [compared, id, mapKey]);
}

/** What the map says at the operating point; the chosen cell where the point says nothing of its axes. */
function ReadAtPoint({ mapKey, as, editing, other }: Omit<Props, 'onAxes'> & { other: ComparedWith | null }) {
  const { point } = useMarks(as);
  const shown = useShownMapLater(mapKey, as);
  if (point === null) return <CellWords mapKey={mapKey} as={as} editing={editing} other={other} />;
  return <MapReading definition={as.definition} map={shown} at={point} />;
}

/** What is marked on the grid, in words. @param overrun whether the region of the overrun cut is, where no other is chosen. */
function MarkWords({
  as,
  editing,
  regions: { regions },
  overrun,
}: Pick<Props, 'as' | 'editing'> & { regions: MovedRegions; overrun: boolean }) {
  const marks = useMarks(as);
  const isLive = useIsLive();
  const chosen = useSelectedRegionLater(editing);
  const region = regions.find(({ id }) => id === chosen);
  return (
    <Text kind="small" colour="muted">
      {[
        marks.point === null ? null : 'The ring is the operating point of Workings.',
        isLive ? 'The ring with ticks is the engine now, its line the last seconds.' : null,
        marks.trail.length > 1 ? `The line is the way of the ${inSentence(marks.trailLabel)}.` : null,
        region !== undefined
          ? `The line goes round ${inSentence(region.label)}.`
          : overrun
            ? 'Hatched: where the overrun cut may act.'
            : null,
      ]
        .filter((words) => words !== null)
        .join(' ')}
    </Text>
  );
}

/** Where the overrun cut may act in a filling map; null elsewhere, or while it is off. */
function useOverrunRegion(mapKey: MapKey, as: ShownAs) {
  const document = useDocumentButCells();
  return useMemo(() => {
    const cut = overrunOf(document);
    if (cut === null || mapKey !== fillingMap(strategyOf(document))) return null;
    const byThrottle = as.definition.y?.channel === 'throttle';
    const region = overrunRegion(cut, byThrottle ? 'throttle' : 'manifoldPressure');
    return { ...region, toY: as.y.shown(region.toY) };
  }, [document, mapKey, as]);
}
