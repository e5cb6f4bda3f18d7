import { scaleLinear } from 'd3-scale';
import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Rect, Text as SvgText } from 'react-native-svg';
import { formatNumber } from '@/core/units';
import { Text } from '../text/Text';
import { FONT, SPACE, useRoles, type Roles } from '../theme';
import { Scrubber } from './Scrubber';
import { traceColumns, traceRange } from './traceColumns';

/** One quantity over time. */
export interface TraceLane {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  readonly decimals: number;
  readonly values: Float32Array;
  /** What it is meant to be, dashed. */
  readonly meant?: Float32Array;
  /** The same of an earlier run, lighter. */
  readonly earlier?: Float32Array;
}

/** A stretch of time with a name. */
export interface TraceBand {
  readonly fromS: number;
  readonly toS: number;
  readonly label: string;
  readonly tone: 'cranking' | 'afterStart' | 'cut';
}

interface Props {
  label: string;
  lanes: readonly TraceLane[];
  bands: readonly TraceBand[];
  samples: number;
  rateHz: number;
  cursor: number;
  onCursor: (index: number) => void;
}

/** Heights and widths, px: a lane, the bands above, the time below, and the strip of values at the right. */
const LANE = 84;
const BANDS = 22;
const TIME = 22;
const STRIP = 92;
const PAD = 6;
/** A band’s word needs so much room, px a letter. */
const LETTER = 6.4;

const TONES: Readonly<Record<TraceBand['tone'], { readonly role: keyof Roles; readonly opacity: number }>> = {
  cranking: { role: 'accent', opacity: 0.3 },
  afterStart: { role: 'accent', opacity: 0.12 },
  cut: { role: 'steel', opacity: 0.22 },
};

/** Traces in lanes by quantity over one time, with what the engine computer was doing above them as bands with words. */
export function TraceLanes({ label, lanes, bands, samples, rateHz, cursor, onCursor }: Props) {
  const roles = useRoles();
  const [width, setWidth] = useState(320);
  const plot = Math.max(80, width - STRIP);
  const height = BANDS + lanes.length * LANE + TIME;
  const times = useMemo(() => Array.from({ length: samples }, (_, i) => (i + 1) / rateHz), [samples, rateHz]);
  const time = scaleLinear()
    .domain([0, samples / rateHz])
    .range([0, plot]);
  const at = (lane: TraceLane, values = lane.values) =>
    formatNumber(cursor < 0 ? null : (values[cursor] ?? null), lane.decimals);
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      <Scrubber
        label={label}
        x={times}
        cursor={cursor}
        onCursor={onCursor}
        margin={{ left: 0, right: STRIP }}
        valueText={(i) =>
          `${[formatNumber(times[i], 1) + ' s', ...wordsAt(bands, times[i] ?? 0)].join(', ')}, ${lanes.map((lane) => `${lane.label} ${formatNumber(lane.values[i] ?? null, lane.decimals)} ${lane.unit}`).join(', ')}`
        }
      >
        <View style={{ height }}>
          <Canvas lanes={lanes} width={plot} height={height} roles={roles} />
          <View style={{ position: 'absolute', left: 0, top: 0 }} aria-hidden>
            <Svg width={plot} height={height}>
              {bands.map((band, i) => {
                const from = time(band.fromS);
                // A word may run on to where the next stretch begins.
                const room = time(bands[i + 1]?.fromS ?? samples / rateHz) - from;
                const wide = Math.max(1, time(band.toS) - from);
                const { role, opacity } = TONES[band.tone];
                return (
                  <G key={`${band.tone}${band.fromS}`}>
                    <Rect
                      x={from}
                      y={0}
                      width={wide}
                      height={height - TIME}
                      fill={roles[role]}
                      opacity={opacity}
                    />
                    {room > band.label.length * LETTER ? (
                      <SvgText x={from + 4} y={15} fontSize={12} fontFamily={FONT.text} fill={roles.text}>
                        {band.label}
                      </SvgText>
                    ) : null}
                  </G>
                );
              })}
              {lanes.map((lane, i) => (
                <Line
                  key={lane.id}
                  x1={0}
                  x2={plot}
                  y1={BANDS + i * LANE}
                  y2={BANDS + i * LANE}
                  stroke={roles.line}
                />
              ))}
              {time.ticks(Math.max(3, Math.floor(plot / 80))).map((tick) => (
                <SvgText
                  key={tick}
                  x={Math.min(plot - 12, Math.max(8, time(tick)))}
                  y={height - 6}
                  fontSize={12}
                  fontFamily={FONT.number}
                  fill={roles.muted}
                  textAnchor="middle"
                >
                  {tick}
                </SvgText>
              ))}
              {cursor < 0 ? null : (
                <Line
                  x1={time(times[cursor] ?? 0)}
                  x2={time(times[cursor] ?? 0)}
                  y1={0}
                  y2={height - TIME}
                  stroke={roles.text}
                  strokeWidth={1}
                />
              )}
            </Svg>
          </View>
          {lanes.map((lane, i) => (
            <View
              key={lane.id}
              style={{
                position: 'absolute',
                left: plot + SPACE.s,
                top: BANDS + i * LANE + PAD,
                width: STRIP - SPACE.s,
              }}
            >
              <Text kind="small" colour="muted">
                {lane.label}
              </Text>
              <Text kind="number" colour="accent">
                {cursor < 0 ? lane.unit : `${at(lane)} ${lane.unit}`}
              </Text>
              {cursor < 0 || lane.meant === undefined ? null : (
                <Text kind="small" colour="muted">
                  {`meant ${at(lane, lane.meant)}`}
                </Text>
              )}
              {cursor < 0 || lane.earlier === undefined ? null : (
                <Text kind="small" colour="muted">
                  {`before ${at(lane, lane.earlier)}`}
                </Text>
              )}
            </View>
          ))}
          <View style={{ position: 'absolute', right: 0, bottom: 0, width: STRIP - SPACE.s }}>
            <Text kind="small" colour="muted">
              {cursor < 0
                ? 's'
                : [`${formatNumber(times[cursor], 1)} s`, ...wordsAt(bands, times[cursor] ?? 0)].join(', ')}
            </Text>
          </View>
        </View>
      </Scrubber>
    </View>
  );
}

/** What the engine computer was doing at a time. */
function wordsAt(bands: readonly TraceBand[], timeS: number): string[] {
  return bands.filter(({ fromS, toS }) => timeS > fromS && timeS <= toS).map(({ label }) => label);
}

interface CanvasProps {
  lanes: readonly TraceLane[];
  width: number;
  height: number;
  roles: Roles;
}

/** The lines themselves: a canvas, since there are thousands of samples. */
function Canvas({ lanes, width, height, roles }: CanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context === null || context === undefined) return;
    const sharp = window.devicePixelRatio;
    context.setTransform(sharp, 0, 0, sharp, 0, 0);
    context.clearRect(0, 0, width, height);
    lanes.forEach((lane, i) => paintLane(context, lane, BANDS + i * LANE, Math.floor(width), roles));
  }, [lanes, width, height, roles]);
  const sharp = typeof window === 'undefined' ? 1 : window.devicePixelRatio;
  return (
    <canvas
      ref={canvas}
      width={Math.floor(width * sharp)}
      height={Math.floor(height * sharp)}
      style={{ width, height, display: 'block' }}
      aria-hidden
    />
  );
}

function paintLane(
  context: CanvasRenderingContext2D,
  lane: TraceLane,
  top: number,
  width: number,
  roles: Roles,
): void {
  const drawn = [lane.values, lane.meant, lane.earlier].filter((values) => values !== undefined);
  const range = traceRange(drawn);
  if (range === null) return;
  const y = scaleLinear()
    .domain(range)
    .nice(3)
    .range([top + LANE - PAD, top + PAD]);
  const line = (values: Float32Array, colour: string, dash: readonly number[], opacity: number) => {
    context.strokeStyle = colour;
    context.globalAlpha = opacity;
    context.lineWidth = 1.5;
    context.setLineDash([...dash]);
    context.beginPath();
    const { low: lows, high: highs } = traceColumns(values, width);
    let open = false;
    for (let x = 0; x < width; x += 1) {
      const highest = highs[x] as number;
      if (Number.isNaN(highest)) {
        open = false;
        continue;
      }
      if (open) context.lineTo(x, y(highest));
      else context.moveTo(x, y(highest));
      context.lineTo(x, y(lows[x] as number));
      open = true;
    }
    context.stroke();
    context.globalAlpha = 1;
    context.setLineDash([]);
  };
  if (lane.earlier !== undefined) line(lane.earlier, roles.muted, [], 0.55);
  line(lane.values, roles.accent, [], 1);
  if (lane.meant !== undefined) line(lane.meant, roles.steel, [5, 4], 1);
  const [low = 0, high = 1] = y.domain();
  paintEnd(context, formatNumber(high, lane.decimals), top + PAD + 9, roles);
  paintEnd(context, formatNumber(low, lane.decimals), top + LANE - PAD, roles);
}

/** A number at an end of a lane, on ground of its own so that no line runs through it. */
function paintEnd(context: CanvasRenderingContext2D, text: string, y: number, roles: Roles): void {
  context.font = `11px ${FONT.number}`;
  context.globalAlpha = 0.8;
  context.fillStyle = roles.surface;
  context.fillRect(0, y - 10, context.measureText(text).width + 5, 13);
  context.globalAlpha = 1;
  context.fillStyle = roles.muted;
  context.fillText(text, 2, y);
}
