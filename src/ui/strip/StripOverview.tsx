import { scaleLinear } from 'd3-scale';
import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import Svg, { Line, Rect } from 'react-native-svg';
import { useStore } from 'zustand';
import { formatNumber } from '@/core/units';
import type { Roles } from '../theme';
import { paintLane } from './paintLane';
import { centre, pan, showWhole, type StripStore, zoom } from './stripStore';
import type { StripLane, StripMark } from './traces';

const HEIGHT = 44;

interface Props {
  strip: StripStore;
  /** What is drawn small. */
  lane: StripLane | undefined;
  /** Moments that are ticked. */
  moments: readonly StripMark[];
  width: number;
  roles: Roles;
}

/** The whole log as a thin strip; a finger or the arrow keys move the window in it. */
export function StripOverview({ strip, lane, moments, width, roles }: Props) {
  const { whole } = strip;
  const window = useStore(strip.store, (view) => view.window);
  const box = useRef<View>(null);
  const x = scaleLinear().domain([whole.fromS, whole.toS]).range([0, width]);
  const moveTo = (clientX: number) => {
    const left = (box.current as unknown as HTMLElement).getBoundingClientRect().left;
    centre(strip, x.invert(Math.min(width, Math.max(0, clientX - left))));
  };
  const web = {
    tabIndex: 0,
    'aria-valuemin': whole.fromS,
    'aria-valuemax': whole.toS,
    'aria-valuenow': window.fromS,
    'aria-valuetext': `From ${formatNumber(window.fromS, 1)} to ${formatNumber(window.toS, 1)} s of ${formatNumber(whole.toS - whole.fromS, 0)} s`,
    onPointerDown: ({ nativeEvent }: { nativeEvent: PointerEvent }) => moveTo(nativeEvent.clientX),
    onPointerMove: ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
      if (nativeEvent.buttons !== 0) moveTo(nativeEvent.clientX);
    },
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      if (event.key === 'ArrowRight') pan(strip, 0.2);
      else if (event.key === 'ArrowLeft') pan(strip, -0.2);
      else if (event.key === '+' || event.key === '=') zoom(strip, 0.6);
      else if (event.key === '-') zoom(strip, 1.6);
      else if (event.key === '0') showWhole(strip);
      else return;
      event.preventDefault();
    },
  } as object;
  return (
    <View
      ref={box}
      role="slider"
      aria-label="Part of the log in sight"
      {...web}
      style={{ width, height: HEIGHT, touchAction: 'pan-y' } as object}
    >
      <OverviewCanvas strip={strip} lane={lane} width={width} roles={roles} />
      <View style={{ position: 'absolute', left: 0, top: 0 }} aria-hidden>
        <Svg width={width} height={HEIGHT}>
          {moments.map(({ atS, label }) => (
            <Line
              key={`${atS}${label}`}
              x1={x(atS)}
              x2={x(atS)}
              y1={0}
              y2={7}
              stroke={roles.warning}
              strokeWidth={2}
            />
          ))}
          <Rect
            x={x(window.fromS)}
            y={1}
            width={Math.max(4, x(window.toS) - x(window.fromS))}
            height={HEIGHT - 2}
            fill={roles.accent}
            fillOpacity={0.14}
            stroke={roles.accent}
            strokeWidth={1.5}
          />
        </Svg>
      </View>
    </View>
  );
}

function OverviewCanvas({ strip, lane, width, roles }: Omit<Props, 'moments'>) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined || lane === undefined) return;
    const sharp = globalThis.devicePixelRatio;
    context.setTransform(sharp, 0, 0, sharp, 0, 0);
    context.clearRect(0, 0, width, HEIGHT);
    const only = { ...lane, traces: lane.traces.slice(0, 1) };
    paintLane(
      context,
      only,
      strip.whole,
      { top: 0, width, height: HEIGHT },
      { ...roles, accent: roles.muted },
    );
  }, [strip, lane, width, roles]);
  const sharp = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <canvas
      ref={canvas}
      width={Math.floor(width * sharp)}
      height={Math.floor(HEIGHT * sharp)}
      style={{ width, height: HEIGHT, display: 'block' }}
      aria-hidden
    />
  );
}
