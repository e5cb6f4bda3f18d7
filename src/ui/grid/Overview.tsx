import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import { useRoles } from '../theme';
import { paintCellPicture } from './cellPicture';
import type { GridWindow } from './geometry';
import type { LiveSource, PlaceAxes } from './live';
import { LiveDot } from './LiveDot';
import type { Place } from './selection';

interface Props {
  label: string;
  columns: number;
  rows: number;
  /** Its own, px. */
  width: number;
  values: readonly number[];
  valueColour: (value: number) => string;
  window: GridWindow;
  axes: PlaceAxes;
  /** Where the engine is now; null while nothing is live. */
  live: LiveSource | null;
  onMove: (corner: Place) => void;
}

const HEIGHT = 64;

/** The whole map small, with the window drawn on it. Touch or drag moves the window; so do the arrow keys. */
export function Overview({
  label,
  columns,
  rows,
  width,
  values,
  valueColour,
  window: view,
  axes,
  live,
  onMove,
}: Props) {
  const roles = useRoles();
  const box = useRef<View>(null);
  const canvas = useRef<HTMLCanvasElement>(null);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    paintCellPicture(context, columns, values, valueColour);
  }, [columns, values, valueColour]);

  const moveTo = (event: { nativeEvent: PointerEvent }) => {
    const element = box.current as unknown as HTMLElement | null;
    if (element === null || event.nativeEvent.buttons === 0) return;
    const bounds = element.getBoundingClientRect();
    const column = ((event.nativeEvent.clientX - bounds.left) / bounds.width) * columns - view.columns / 2;
    const fromTop = ((event.nativeEvent.clientY - bounds.top) / bounds.height) * rows;
    const row = rows - fromTop - view.rows / 2;
    onMove({ column: Math.round(column), row: Math.round(row) });
  };

  const web = {
    tabIndex: 0,
    'aria-valuemin': 1,
    'aria-valuemax': columns,
    'aria-valuenow': view.column + 1,
    'aria-valuetext': `Columns ${view.column + 1} to ${view.column + view.columns}, rows ${view.row + 1} to ${view.row + view.rows}`,
    onPointerDown: moveTo,
    onPointerMove: moveTo,
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      const by: Readonly<Record<string, Place>> = {
        ArrowLeft: { column: -1, row: 0 },
        ArrowRight: { column: 1, row: 0 },
        ArrowUp: { column: 0, row: 1 },
        ArrowDown: { column: 0, row: -1 },
      };
      const step = by[event.key];
      if (step === undefined) return;
      event.preventDefault();
      onMove({ column: view.column + step.column, row: view.row + step.row });
    },
  } as object;

  const percent = (part: number, whole: number) => `${(100 * part) / whole}%` as const;
  return (
    <View
      ref={box}
      role="slider"
      aria-label={label}
      {...web}
      style={{ height: HEIGHT, width: '100%', touchAction: 'none', cursor: 'move' } as object}
    >
      <canvas
        ref={canvas}
        aria-hidden
        width={columns}
        height={rows}
        style={{ width: '100%', height: HEIGHT, imageRendering: 'pixelated' }}
      />
      <View
        pointerEvents="none"
        style={{
          position: 'absolute',
          left: percent(view.column, columns),
          top: percent(rows - view.row - view.rows, rows),
          width: percent(view.columns, columns),
          height: percent(view.rows, rows),
          borderWidth: 2,
          borderColor: roles.text,
        }}
      />
      {live === null ? null : (
        <LiveDot columns={columns} rows={rows} width={width} height={HEIGHT} axes={axes} live={live} />
      )}
    </View>
  );
}
