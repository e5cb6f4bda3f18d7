import { line as lineShape } from 'd3-shape';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { Circle, Line, Path } from 'react-native-svg';
import { formatNumber } from '@/core/units';
import { useRoles } from '../theme';
import { ChartAxes } from './ChartAxes';
import { ChartFrame } from './ChartFrame';
import { type ChartScales, chartScales, MARGIN, nearestIndex } from './scales';

interface Props {
  /** What the curve holds, for its heading and for screen readers. */
  title: string;
  x: readonly number[];
  xLabel: string;
  /** A place along x in words: "−20 °C". */
  placeText: (x: number) => string;
  values: readonly number[];
  unit: string;
  decimals: number;
  min: number;
  max: number;
  /** What one press of an arrow changes. */
  step: number;
  /** The point that is chosen. */
  chosen: number;
  onChoose: (index: number) => void;
  /** A point was moved and let go. */
  onMove: (index: number, value: number) => void;
  /** Each point stands for itself, as one cylinder does: nothing lies between two. */
  apart?: boolean;
  /** Where the engine is along x now; null without such a place. */
  point?: number | null;
}

const HEIGHT = 220;
/** Room above and below the curve to drag into, share of its span. */
const ROOM = 0.18;
/** A finger farther from a point than this chooses it and does not drag it, px. */
const REACH = 32;

/**
 * A curve with its points: one is chosen by touch or by the arrow keys, and moved up or down by dragging, or by a step with
 * the arrow keys. While a point is held the scale stands still; what it comes to lands when it is let go.
 */
export function CurveEditor(props: Props) {
  const { title, x, xLabel, placeText, values, unit, decimals, min, max, step, chosen, onChoose, onMove } =
    props;
  const roles = useRoles();
  const box = useRef<View>(null);
  const [held, setHeld] = useState<{ index: number; value: number; range: readonly [number, number] } | null>(
    null,
  );
  const [width, setWidth] = useState(320);
  const shown = held === null ? values : values.map((value, i) => (i === held.index ? held.value : value));
  const range = held?.range ?? roomyRange(values, { min, max, step });
  const scales = insetScales(chartScales(x, [], { width, height: HEIGHT }, range), width);
  const rounded = (value: number) => Number(Math.min(max, Math.max(min, value)).toFixed(decimals));
  const at = Math.min(chosen, x.length - 1);
  const words = (value: number | undefined) => `${formatNumber(value, decimals)} ${unit}`.trim();
  const place = placeText(x[at] ?? 0);

  const local = (event: PointerEvent) => {
    const bounds = (box.current as unknown as HTMLElement).getBoundingClientRect();
    return { x: event.clientX - bounds.left, y: event.clientY - bounds.top };
  };
  const down = ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
    const finger = local(nativeEvent);
    const index = nearestIndex(x, scales.x.invert(finger.x));
    if (index < 0) return;
    onChoose(index);
    const value = values[index] ?? 0;
    if (Math.abs(scales.y(value) - finger.y) <= REACH) {
      setHeld({ index, value, range: scales.y.domain() as [number, number] });
      (box.current as unknown as HTMLElement).setPointerCapture?.(nativeEvent.pointerId);
    }
  };
  const move = ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
    if (held === null) return;
    setHeld({ ...held, value: rounded(scales.y.invert(local(nativeEvent).y)) });
  };
  const up = () => {
    if (held === null) return;
    setHeld(null);
    if (held.value !== values[held.index]) onMove(held.index, held.value);
  };
  const nudge = (by: number) => onMove(at, rounded((values[at] ?? 0) + by));
  const key = (event: { key: string; shiftKey: boolean; preventDefault: () => void }) => {
    const size = event.shiftKey ? 10 * step : step;
    if (event.key === 'ArrowUp') nudge(size);
    else if (event.key === 'ArrowDown') nudge(-size);
    else if (event.key === 'ArrowRight') onChoose(Math.min(x.length - 1, at + 1));
    else if (event.key === 'ArrowLeft') onChoose(Math.max(0, at - 1));
    else if (event.key === 'Escape') setHeld(null);
    else return;
    event.preventDefault();
  };
  const web = {
    tabIndex: 0,
    'aria-orientation': 'vertical',
    'aria-valuemin': min,
    'aria-valuemax': max,
    'aria-valuenow': shown[at] ?? 0,
    'aria-valuetext': `${place}: ${words(shown[at])}`,
    onPointerDown: down,
    onPointerMove: move,
    onPointerUp: up,
    onPointerCancel: () => setHeld(null),
    onKeyDown: key,
  } as object;
  const path = lineShape<number>()
    .x((_, i) => scales.x(x[i] ?? 0))
    .y((value) => scales.y(value));
  const { point = null, apart = false } = props;

  return (
    <ChartFrame
      title={title}
      yLabel={unit}
      description={`${title} against ${xLabel}`}
      height={HEIGHT}
      said={`${place}: ${words(shown[at])}`}
      leastWidth={200}
      onWidth={setWidth}
      over={
        <View
          ref={box}
          role="slider"
          aria-label={`Point of ${title}`}
          {...web}
          style={
            {
              position: 'absolute',
              inset: 0,
              touchAction: 'none',
              cursor: held === null ? 'pointer' : 'ns-resize',
            } as object
          }
        />
      }
    >
      {() => (
        <>
          <ChartAxes scales={scales} right={width - MARGIN.right} height={HEIGHT} xLabel={xLabel} />
          {point === null || point < (x[0] ?? 0) || point > (x[x.length - 1] ?? 0) ? null : (
            <Line
              x1={scales.x(point)}
              x2={scales.x(point)}
              y1={MARGIN.top}
              y2={HEIGHT - MARGIN.bottom}
              stroke={roles.steel}
              strokeWidth={2}
            />
          )}
          {apart ? (
            shown.map((value, i) => (
              <Line
                key={x[i]}
                x1={scales.x(x[i] ?? 0)}
                x2={scales.x(x[i] ?? 0)}
                y1={scales.y(Math.min(range[1], Math.max(range[0], 0)))}
                y2={scales.y(value)}
                stroke={roles.accent}
                strokeWidth={3}
              />
            ))
          ) : (
            <Path d={path([...shown]) ?? ''} fill="none" stroke={roles.accent} strokeWidth={2} />
          )}
          {shown.map((value, i) => (
            <Circle
              key={x[i]}
              cx={scales.x(x[i] ?? 0)}
              cy={scales.y(value)}
              r={i === at ? 8 : 5}
              fill={i === at ? roles.surface : roles.accent}
              stroke={i === at ? roles.text : roles.accent}
              strokeWidth={i === at ? 3 : 1}
            />
          ))}
        </>
      )}
    </ChartFrame>
  );
}

/** Room beside the first and the last point, so that a finger and the numbers of the axis do not meet them, px. */
const INSET = 14;

function insetScales({ x, y }: ChartScales, width: number): ChartScales {
  return { x: x.copy().range([MARGIN.left + INSET, width - MARGIN.right - INSET]), y };
}

/** The range of the values with room to drag into, within the limits. */
function roomyRange(
  values: readonly number[],
  { min, max, step }: { min: number; max: number; step: number },
): readonly [number, number] {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max(ROOM * (high - low), 5 * step);
  const from = Math.max(min, low - room);
  return [from, Math.max(from + step, Math.min(max, high + room))];
}
