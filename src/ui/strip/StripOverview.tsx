import { scaleLinear } from 'd3-scale';
import { memo, useEffect, useLayoutEffect, useRef } from 'react';
import { View } from 'react-native';
import Svg, { Line } from 'react-native-svg';
import { formatNumber } from '@/core/units';
import type { Roles } from '../theme';
import { paintLane } from './paintLane';
import { centre, pan, showWhole, type StripStore, zoom } from './stripStore';
import type { StripLane, StripMark } from './traces';
import { useFollowedWindow } from './useFollowedWindow';

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
  const { drawn: window } = useFollowedWindow(strip, width);
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
      <Moments strip={strip} moments={moments} width={width} roles={roles} />
      <WindowFrame strip={strip} width={width} roles={roles} />
    </View>
  );
}

/** A window is drawn so wide at least, px. */
const LEAST_WIDE = 4;

/** The window in the whole; it moves with it past React. */
function WindowFrame({ strip: { whole, store }, width, roles }: Pick<Props, 'strip' | 'width' | 'roles'>) {
  const frame = useRef<View>(null);
  useLayoutEffect(() => {
    const style = (frame.current as unknown as HTMLElement | null)?.style;
    if (style === undefined) return;
    const x = scaleLinear().domain([whole.fromS, whole.toS]).range([0, width]);
    const follow = () => {
      const { window } = store.getState();
      style.transform = `translateX(${x(window.fromS)}px)`;
      style.width = `${Math.max(LEAST_WIDE, x(window.toS) - x(window.fromS))}px`;
    };
    follow();
    return store.subscribe(follow);
  }, [whole, store, width]);
  return (
    <View
      ref={frame}
      aria-hidden
      style={{
        position: 'absolute',
        left: 0,
        top: 1,
        height: HEIGHT - 2,
        borderWidth: 1.5,
        borderColor: roles.accent,
        backgroundColor: `${roles.accent}24`,
      }}
    />
  );
}

/** Moments that are ticked; they do not move with the window. */
const Moments = memo(function Moments({ strip: { whole }, moments, width, roles }: Omit<Props, 'lane'>) {
  const x = scaleLinear().domain([whole.fromS, whole.toS]).range([0, width]);
  return (
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
      </Svg>
    </View>
  );
});

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
      { top: 0, width, height: HEIGHT, columnPx: 1 },
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
