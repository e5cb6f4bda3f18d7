import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import { axisPlace, type MapData, type MapDefinition } from '@/core/map';
import { gridOf, lookUpMap } from '@/core/numeric';
import { IconButton } from '../button/IconButton';
import { Text } from '../text/Text';
import { SPACE, useRoles, useScheme } from '../theme';
import { differenceColour, magnitudeScale } from '../theme/ramps';
import { paintSurface, type SurfacePicture, type SurfacePoint } from './paintSurface';
import { surfaceShape, turned, USUAL_VIEW } from './project';

interface Props {
  label: string;
  definition: MapDefinition;
  map: Pick<MapData, 'x' | 'y' | 'values'>;
  colours: 'magnitude' | 'difference';
  /** The chosen cell. */
  chosen?: { readonly column: number; readonly row: number } | null;
  /** The operating point and where it has been, in units of the axes. */
  point?: { readonly x: number; readonly y: number } | null;
  trail?: readonly { readonly x: number; readonly y: number }[];
  height?: number;
}

const STEP_DEG = 15;
const KEYS: Readonly<Record<string, readonly [turn: number, tilt: number]>> = {
  ArrowLeft: [STEP_DEG, 0],
  ArrowRight: [-STEP_DEG, 0],
  ArrowUp: [0, STEP_DEG / 2],
  ArrowDown: [0, -STEP_DEG / 2],
};
/** Degrees for each pixel of a drag. */
const DRAG_DEG = 0.5;

/** A map as a surface that is turned by a finger, by arrow keys or by its buttons. */
export function MapSurface({
  label,
  definition,
  map,
  colours,
  chosen = null,
  point = null,
  trail = [],
  height = 320,
}: Props) {
  const roles = useRoles();
  const scheme = useScheme();
  const [width, setWidth] = useState(320);
  const [view, setView] = useState(USUAL_VIEW);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<{ x: number; y: number } | null>(null);
  const shape = useMemo(() => surfaceShape(map), [map]);
  const faces = useMemo(() => faceColours(map, colours, scheme), [map, colours, scheme]);
  const place = useMemo(() => placer(map), [map]);

  const picture = useMemo((): SurfacePicture => {
    const ends = (axis: MapDefinition['x'], values: readonly number[]) =>
      [axisPlace(axis, values[0]), axisPlace(axis, values[values.length - 1])] as const;
    return {
      width,
      height,
      shape,
      colours: faces,
      view,
      roles,
      xEnds: ends(definition.x, map.x),
      yEnds: definition.y === null ? ['', ''] : ends(definition.y, map.y),
      point: point === null ? null : place(point.x, point.y),
      trail: trail.map(({ x, y }) => place(x, y)),
      chosen: chosen === null ? null : place(map.x[chosen.column] ?? 0, map.y[chosen.row] ?? 0),
    };
  }, [width, height, shape, faces, view, roles, definition, map, point, trail, chosen, place]);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    paintSurface(context, picture, window.devicePixelRatio);
  }, [picture]);

  const turn = (byTurn: number, byTilt: number) => setView((old) => turned(old, byTurn, byTilt));
  const web = {
    tabIndex: 0,
    onPointerDown: (event: { nativeEvent: PointerEvent; currentTarget: unknown }) => {
      drag.current = { x: event.nativeEvent.clientX, y: event.nativeEvent.clientY };
      (event.currentTarget as HTMLElement).setPointerCapture?.(event.nativeEvent.pointerId);
    },
    onPointerMove: ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
      if (drag.current === null || nativeEvent.buttons === 0) return;
      turn(
        -(nativeEvent.clientX - drag.current.x) * DRAG_DEG,
        (nativeEvent.clientY - drag.current.y) * DRAG_DEG,
      );
      drag.current = { x: nativeEvent.clientX, y: nativeEvent.clientY };
    },
    onPointerUp: () => {
      drag.current = null;
    },
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      const by = KEYS[event.key];
      if (by === undefined) return;
      event.preventDefault();
      turn(by[0], by[1]);
    },
  } as object;

  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <View
      style={{ gap: SPACE.xs }}
      onLayout={(event) => setWidth(Math.max(200, event.nativeEvent.layout.width))}
    >
      <View
        role="img"
        aria-label={`${label} as a surface, turned ${Math.round(view.turnDeg)}°, seen from ${Math.round(view.tiltDeg)}° above`}
        {...web}
        style={{ width, height, touchAction: 'none', cursor: 'grab' } as object}
      >
        <canvas
          ref={canvas}
          aria-hidden
          width={Math.round(width * ratio)}
          height={Math.round(height * ratio)}
          style={{ width, height, display: 'block' }}
        />
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s, flexWrap: 'wrap' }}>
        <IconButton icon="rotate-left" label="Turn left" onPress={() => turn(STEP_DEG, 0)} />
        <IconButton icon="rotate-right" label="Turn right" onPress={() => turn(-STEP_DEG, 0)} />
        <IconButton
          icon="arrow-down"
          label="From above"
          onPress={() => setView((old) => ({ ...old, turnDeg: 0, tiltDeg: 90 }))}
        />
        <IconButton icon="restore" label="As at first" onPress={() => setView(USUAL_VIEW)} />
        <Text kind="small" colour="muted" style={{ flexShrink: 1 }}>
          Drag it, or use the arrow keys.
        </Text>
      </View>
    </View>
  );
}

/** The colour of each face, from the mean of its corners. */
function faceColours(
  { x, y, values }: Pick<MapData, 'x' | 'y' | 'values'>,
  colours: Props['colours'],
  scheme: 'light' | 'dark',
): string[] {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const most = Math.max(Math.abs(low), Math.abs(high));
  const colour =
    colours === 'difference'
      ? (value: number) => differenceColour(most === 0 ? 0 : value / most, scheme)
      : magnitudeScale(low, high, scheme);
  const columns = x.length;
  return values.map((value, i) => {
    if (i % columns === columns - 1 || i >= columns * (y.length - 1)) return '';
    const mean =
      (value +
        (values[i + 1] as number) +
        (values[i + columns] as number) +
        (values[i + columns + 1] as number)) /
      4;
    return colour(mean);
  });
}

/** Puts a point of the axes on the surface. */
function placer(map: Pick<MapData, 'x' | 'y' | 'values'>): (x: number, y: number) => SurfacePoint {
  const grid = gridOf(map);
  const low = Math.min(...map.values);
  const span = Math.max(...map.values) - low;
  const share = (axis: readonly number[], value: number) => {
    const [first, last] = [axis[0] as number, axis[axis.length - 1] as number];
    return Math.min(1, Math.max(0, (value - first) / (last - first)));
  };
  return (x, y) => ({
    u: share(map.x, x),
    v: share(map.y, y),
    w: span === 0 ? 0.5 : (lookUpMap(grid, x, y) - low) / span,
  });
}
