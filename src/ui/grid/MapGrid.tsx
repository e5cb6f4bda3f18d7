import { useImperativeHandle, useMemo, useRef, useState, type Ref } from 'react';
import { View } from 'react-native';
import type { MapData, MapDefinition } from '@/core/map';
import { rowCount } from '@/core/map/schema';
import { formatNumber } from '@/core/units';
import { useWide } from '../layout/useWide';
import { Text } from '../text/Text';
import { SPACE, useRoles, useScheme } from '../theme';
import { differenceColour, magnitudeScale } from '../theme/ramps';
import { cellAt, gridGeometry, gridHit, windowShowing } from './geometry';
import { GridCanvas } from './GridCanvas';
import { LiveLayer } from './LiveLayer';
import { MarksLayer } from './MarksLayer';
import type { LiveSource } from './live';
import { Overview } from './Overview';
import { along, axesText, cellLabel, placeOf, regionPlaces, type AxisPoint, type AxisRegion } from './places';
import {
  cellSelection,
  columnSelection,
  extendedTo,
  movedSelection,
  rowSelection,
  selectionRange,
  wholeSelection,
  type Place,
  type Selection,
} from './selection';

interface Props {
  /** Names the grid for screen readers. */
  label: string;
  definition: MapDefinition;
  /** Axes and values shown. A difference has the axes of its maps. */
  map: Pick<MapData, 'x' | 'y' | 'values'>;
  /** Magnitude by the map's own range, or difference about zero. */
  colours: 'magnitude' | 'difference';
  /** The range of the colours where it is not that of the values at once: every cell is painted again when it changes. */
  colourRange?: ValueRange | undefined;
  selection: Selection;
  onSelection: (selection: Selection) => void;
  /** Keys the grid does not use itself; return true for those that were. */
  onKey?: (event: GridKey) => boolean;
  /** The operating point, in units of the axes. */
  point?: AxisPoint | null;
  /** Where the point has been. */
  trail?: readonly AxisPoint[];
  /** A stretch of the map with a meaning, in units of the axes. */
  region?: AxisRegion | null;
  /** Cells with a fold at their corner, by index row by row, and what that means in a word. */
  marked?: ReadonlySet<number>;
  markedWord?: string;
  /** Where the engine is now; null while nothing is live. */
  live?: LiveSource | null;
  /** When given, a touch reads the surface there instead of selecting. */
  onProbe?: ((point: AxisPoint) => void) | null;
  /** Lets the keyboard be brought back to the grid. */
  handle?: Ref<GridHandle>;
}

/** What can be asked of a grid from outside. */
export interface GridHandle {
  /** Takes the keyboard, without scrolling. */
  readonly focus: () => void;
}

const NO_TRAIL: readonly AxisPoint[] = [];
const NO_CELLS: ReadonlySet<number> = new Set();
const NO_REGION: AxisRegion = { fromX: Infinity, toX: -Infinity, fromY: Infinity, toY: -Infinity };

/** A key pressed in the grid. */
export interface GridKey {
  readonly key: string;
  readonly shiftKey: boolean;
  readonly ctrlKey: boolean;
}

const PHONE_ROWS = 7;
const ARROWS: Readonly<Record<string, { columns: number; rows: number }>> = {
  ArrowLeft: { columns: -1, rows: 0 },
  ArrowRight: { columns: 1, rows: 0 },
  ArrowUp: { columns: 0, rows: 1 },
  ArrowDown: { columns: 0, rows: -1 },
};

/**
 * A map as a grid of numbers on their colours. A phone sees a window of readable cells and an overview that moves it.
 * One canvas draws the cells; the active cell stands above it for screen readers and the keyboard.
 */
export function MapGrid({
  label,
  definition,
  map,
  colours,
  colourRange,
  selection,
  onSelection,
  onKey,
  point,
  trail = NO_TRAIL,
  region = null,
  marked = NO_CELLS,
  markedWord = '',
  live = null,
  onProbe = null,
  handle,
}: Props) {
  const roles = useRoles();
  const scheme = useScheme();
  const wide = useWide();
  const [available, setAvailable] = useState(340);
  const [corner, setCorner] = useState<Place>({ column: 0, row: 0 });
  const dragging = useRef(false);
  const box = useRef<View>(null);
  useImperativeHandle(handle, () => ({
    focus: () => (box.current as unknown as HTMLElement | null)?.focus({ preventScroll: true }),
  }));
  const columns = map.x.length;
  const rows = rowCount(map);
  const size = { columns, rows };
  const range = selectionRange(selection);
  const active = selection.corner;
  const [followed, setFollowed] = useState<Place>(active);

  const geometry = useMemo(
    () =>
      gridGeometry({ width: available, maxRows: wide ? 32 : PHONE_ROWS }, { columns, rows }, corner, wide),
    [available, wide, columns, rows, corner],
  );

  const { low, high } = colourRange ?? valueRange(map.values);
  const { decimals } = definition;
  const valueColour = useMemo(() => {
    if (colours === 'difference') {
      const largest = Math.max(Math.abs(low), Math.abs(high));
      return (value: number) => differenceColour(largest === 0 ? 0 : value / largest, scheme);
    }
    return magnitudeScale(low, high, scheme);
  }, [colours, low, high, scheme]);
  const valueText = useMemo(() => {
    const plus = colours === 'difference' ? '+' : '';
    return (value: number) => `${value > 0 ? plus : ''}${formatNumber(value, decimals)}`;
  }, [colours, decimals]);
  const columnLabels = useMemo(
    () => map.x.map((value) => formatNumber(value, definition.x.decimals)),
    [map.x, definition],
  );
  const rowLabels = useMemo(
    () =>
      definition.y === null ? [''] : map.y.map((value) => formatNumber(value, definition.y?.decimals ?? 0)),
    [map.y, definition],
  );
  const { x: pointX, y: pointY } = point ?? { x: null, y: null };
  const ring = useMemo(
    () =>
      pointX === null || pointY === null ? null : placeOf({ x: map.x, y: map.y }, { x: pointX, y: pointY }),
    [map.x, map.y, pointX, pointY],
  );
  const way = useMemo(() => trail.map((at) => placeOf({ x: map.x, y: map.y }, at)), [map.x, map.y, trail]);
  // A region is compared by its numbers: a new object for the same place must not cost a whole drawing.
  const { fromX, toX, fromY, toY, open = false } = region ?? NO_REGION;
  const regionCells = useMemo(
    () => regionPlaces({ x: map.x, y: map.y }, { fromX, toX, fromY, toY, open }),
    [map.x, map.y, fromX, toX, fromY, toY, open],
  );
  const picture = useMemo(
    () => ({
      geometry,
      columnLabels,
      rowLabels,
      columns,
      values: map.values,
      valueText,
      valueColour,
      selection: range,
      roles,
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the range is made anew each time; its four numbers are compared
    [
      geometry,
      columnLabels,
      rowLabels,
      columns,
      map.values,
      valueText,
      valueColour,
      roles,
      range.fromColumn,
      range.toColumn,
      range.fromRow,
      range.toRow,
    ],
  );

  const axes = useMemo(() => ({ x: map.x, y: map.y }), [map.x, map.y]);

  // Whatever moved it, the active cell is in the window.
  if (followed.column !== active.column || followed.row !== active.row) {
    setFollowed(active);
    setCorner(windowShowing(geometry.window, active.column, active.row));
  }

  const hitAt = (event: { nativeEvent: PointerEvent }) => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null) return null;
    const bounds = element.getBoundingClientRect();
    return gridHit(geometry, event.nativeEvent.clientX - bounds.left, event.nativeEvent.clientY - bounds.top);
  };

  /** Reads the surface under a finger. */
  const probe = (event: { nativeEvent: PointerEvent }) => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null || onProbe === null) return;
    const bounds = element.getBoundingClientRect();
    const at = cellAt(
      geometry,
      event.nativeEvent.clientX - bounds.left,
      event.nativeEvent.clientY - bounds.top,
    );
    onProbe({ x: along(map.x, at.column), y: along(map.y, at.row) });
  };

  const down = (event: { nativeEvent: PointerEvent }) => {
    const hit = hitAt(event);
    if (hit === null) return;
    if (onProbe !== null && hit.part === 'cell') {
      dragging.current = true;
      return probe(event);
    }
    switch (hit.part) {
      case 'corner':
        return onSelection(wholeSelection(size));
      case 'columnHeader':
        return onSelection(columnSelection(hit.column, size));
      case 'rowHeader':
        return onSelection(rowSelection(hit.row, size));
      case 'cell':
        dragging.current = true;
        return onSelection(event.nativeEvent.shiftKey ? extendedTo(selection, hit) : cellSelection(hit));
    }
  };

  const move = (event: { nativeEvent: PointerEvent }) => {
    if (!dragging.current || event.nativeEvent.buttons === 0) return;
    if (onProbe !== null) return probe(event);
    const hit = hitAt(event);
    if (hit?.part === 'cell') onSelection(extendedTo(selection, hit));
  };

  const key = (event: GridKey & { preventDefault: () => void }) => {
    const arrow = ARROWS[event.key];
    if (arrow !== undefined) onSelection(movedSelection(selection, arrow, size, event.shiftKey));
    else if (event.key === 'Home') onSelection(cellSelection({ column: 0, row: active.row }));
    else if (event.key === 'End') onSelection(cellSelection({ column: columns - 1, row: active.row }));
    else if (event.ctrlKey && event.key.toLowerCase() === 'a') onSelection(wholeSelection(size));
    else if (onKey?.(event) !== true) return;
    event.preventDefault();
  };

  const isMarked = marked.has(active.row * columns + active.column);
  const cellName = `${cellLabel(definition, map, active)}${isMarked ? `, ${markedWord}` : ''}`;
  const activeCell = { role: 'gridcell', id: `${label}-active`, 'aria-selected': true } as object;
  const web = {
    tabIndex: 0,
    'aria-rowcount': rows,
    'aria-colcount': columns,
    'aria-activedescendant': `${label}-active`,
    onPointerDown: down,
    onPointerMove: move,
    onPointerUp: () => {
      dragging.current = false;
    },
    onKeyDown: key,
  } as object;

  return (
    <View style={{ gap: SPACE.s }} onLayout={(event) => setAvailable(event.nativeEvent.layout.width)}>
      <Text kind="small" colour="muted">
        {axesText(definition)}
      </Text>
      <View
        ref={box}
        role="grid"
        aria-label={label}
        {...web}
        style={
          { width: geometry.width, height: geometry.height, touchAction: 'none', cursor: 'cell' } as object
        }
      >
        <GridCanvas picture={picture} />
        <MarksLayer
          geometry={geometry}
          point={ring}
          trail={way}
          marked={marked}
          columns={columns}
          region={regionCells}
        />
        {live === null ? null : <LiveLayer geometry={geometry} axes={axes} live={live} />}
        <View role="row" style={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden' }}>
          <View {...activeCell} aria-label={cellName} />
        </View>
      </View>
      {geometry.window.columns < columns || geometry.window.rows < rows ? (
        <Overview
          label={`Overview of ${label}`}
          columns={columns}
          rows={rows}
          width={available}
          values={map.values}
          valueColour={valueColour}
          window={geometry.window}
          axes={axes}
          live={live}
          onMove={setCorner}
        />
      ) : null}
    </View>
  );
}

/** Lowest and highest of a map's values. */
export interface ValueRange {
  readonly low: number;
  readonly high: number;
}

/** Lowest and highest of a map's values. */
export function valueRange(values: readonly number[]): ValueRange {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return { low, high };
}
