import { scaleLinear } from 'd3-scale';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Rect, Text as SvgText } from 'react-native-svg';
import { formatSignificant } from '@/core/units';
import { Text } from '../text/Text';
import { FONT, SPACE, useRoles, type Roles } from '../theme';
import { useWordsShown } from '../units/shownBy';

/** A stretch of a lane. */
export interface LaneSpan {
  readonly from: number;
  readonly to: number;
  readonly tone: keyof Roles;
  /** Written in it, or below by a number where it is too short. */
  readonly label?: string;
  /** Drawn as an outline: a window, a gap. */
  readonly hollow?: boolean;
}

/** A moment in a lane. */
export interface LaneMark {
  readonly at: number;
  readonly label?: string;
  readonly tone?: keyof Roles;
  /** Share of the lane's height, from below. */
  readonly height?: number;
}

/** One row of a lane chart: stretches and moments over the common axis. */
export interface Lane {
  readonly id: string;
  readonly label: string;
  readonly spans?: readonly LaneSpan[];
  readonly marks?: readonly LaneMark[];
}

interface Props {
  /** What it shows, for screen readers. */
  title: string;
  from: number;
  to: number;
  ticks: readonly number[];
  unit: string;
  lanes: readonly Lane[];
  /** Stretches behind all lanes, such as the parts of a run. */
  grounds?: readonly { readonly from: number; readonly to: number; readonly label: string }[];
}

const SIDE = 10;
const LABEL_HEIGHT = 18;
const LANE_HEIGHT = 26;
const AXIS_HEIGHT = 22;
const GROUND_HEIGHT = 18;
/** A letter's width at the size spans are written in, px. */
const LETTER = 6.6;

/** Rows of stretches and moments over one axis: crank angle or time. */
export function LaneChart({ title, from, to, ticks, unit, lanes: kept, grounds = [] }: Props) {
  const roles = useRoles();
  const inUnits = useWordsShown();
  const lanes = kept.map((lane) => ({ ...lane, label: inUnits(lane.label) }));
  const [width, setWidth] = useState(320);
  const x = scaleLinear()
    .domain([from, to])
    .range([SIDE, width - SIDE]);
  const top = grounds.length > 0 ? GROUND_HEIGHT : 0;
  const step = LABEL_HEIGHT + LANE_HEIGHT;
  const bottom = top + lanes.length * step;
  const widthOf = (stretch: { from: number; to: number }) => Math.max(1, x(stretch.to) - x(stretch.from));
  const written = writtenIn(
    [...grounds, ...lanes.flatMap((lane) => lane.spans ?? [])].flatMap((stretch) =>
      stretch.label === undefined ? [] : [{ label: stretch.label, width: widthOf(stretch) }],
    ),
  );
  return (
    <View
      onLayout={(event) => setWidth(Math.max(200, event.nativeEvent.layout.width))}
      style={{ gap: SPACE.xs }}
    >
      <View role="img" aria-label={title}>
        <Svg width={width} height={bottom + AXIS_HEIGHT}>
          {grounds.map((ground, i) => (
            <G key={ground.label}>
              <Rect
                x={x(ground.from)}
                y={0}
                width={x(ground.to) - x(ground.from)}
                height={bottom}
                fill={roles.line}
                opacity={i % 2 === 0 ? 0.28 : 0.1}
              />
              <SvgText x={x(ground.from) + 3} y={13} fontSize={11} fontFamily={FONT.text} fill={roles.muted}>
                {written.inside(ground.label, widthOf(ground))}
              </SvgText>
            </G>
          ))}
          {ticks.map((tick) => (
            <G key={tick}>
              <Line x1={x(tick)} x2={x(tick)} y1={top} y2={bottom} stroke={roles.line} strokeWidth={1} />
              <SvgText
                x={x(tick)}
                y={bottom + 15}
                fontSize={12}
                fontFamily={FONT.number}
                fill={roles.muted}
                textAnchor={tick === from ? 'start' : tick === to ? 'end' : 'middle'}
              >
                {`${formatSignificant(tick, 4)}${tick === to ? ` ${unit}` : ''}`}
              </SvgText>
            </G>
          ))}
          {lanes.map((lane, i) => (
            <LaneRow
              key={lane.id}
              lane={lane}
              y={top + i * step}
              x={x}
              right={width - SIDE}
              roles={roles}
              written={written.inside}
            />
          ))}
        </Svg>
      </View>
      {written.key.length === 0 ? null : (
        <Text kind="small" colour="muted">
          {written.key.map((label, i) => `${i + 1} ${label}`).join(', ')}
        </Text>
      )}
      {lanes.length === 0 ? <Text colour="muted">Nothing to draw yet.</Text> : null}
    </View>
  );
}

function LaneRow({
  lane,
  y,
  x,
  right,
  roles,
  written,
}: {
  lane: Lane;
  y: number;
  x: (value: number) => number;
  /** End of the axis, px: labels near it stand before their mark. */
  right: number;
  roles: Roles;
  written: Written['inside'];
}) {
  const base = y + LABEL_HEIGHT;
  const isNearEnd = ({ at, label = '' }: LaneMark) => x(at) + 4 + label.length * LETTER > right;
  return (
    <G>
      <SvgText x={SIDE} y={y + 13} fontSize={12} fontFamily={FONT.strong} fill={roles.text}>
        {lane.label}
      </SvgText>
      {(lane.spans ?? []).map((span) => {
        const left = x(span.from);
        const wide = Math.max(1, x(span.to) - left);
        return (
          <G key={`${span.from} ${span.to} ${span.tone}`}>
            <Rect
              x={left}
              y={base + 2}
              width={wide}
              height={LANE_HEIGHT - 6}
              fill={span.hollow === true ? 'none' : roles[span.tone]}
              stroke={roles[span.tone]}
              strokeWidth={1.5}
              rx={2}
              {...(span.hollow === true ? { strokeDasharray: '4 3' } : {})}
            />
            {span.label === undefined ? null : (
              <SvgText
                x={left + wide / 2}
                y={base + LANE_HEIGHT / 2 + 3}
                fontSize={12}
                fontFamily={FONT.strong}
                fill={span.hollow === true ? roles.text : roles.ground}
                textAnchor="middle"
              >
                {written(span.label, wide)}
              </SvgText>
            )}
          </G>
        );
      })}
      {(lane.marks ?? []).map((mark) => (
        <G key={`${mark.at} ${mark.label ?? ''}`}>
          <Line
            x1={x(mark.at)}
            x2={x(mark.at)}
            y1={base + LANE_HEIGHT - 4}
            y2={base + (LANE_HEIGHT - 4) * (1 - (mark.height ?? 1))}
            stroke={roles[mark.tone ?? 'text']}
            strokeWidth={mark.label === undefined ? 1.4 : 2.5}
          />
          {mark.label === undefined ? null : (
            <SvgText
              x={x(mark.at) + (isNearEnd(mark) ? -4 : 4)}
              y={base + 11}
              textAnchor={isNearEnd(mark) ? 'end' : 'start'}
              fontSize={12}
              fontFamily={FONT.number}
              fill={roles.text}
            >
              {mark.label}
            </SvgText>
          )}
        </G>
      ))}
    </G>
  );
}

/** How the words of stretches are written: whole where they fit, else by a number that is explained below. */
interface Written {
  readonly inside: (label: string, width: number) => string;
  readonly key: readonly string[];
}

/** Numbers for the words that do not fit into their stretch, in the order they come. */
function writtenIn(stretches: readonly { readonly label: string; readonly width: number }[]): Written {
  const fits = (label: string, width: number) => label.length * LETTER + 6 <= width;
  // What is written whole in one stretch is known by its colour in a shorter one.
  const whole = new Set(stretches.filter(({ label, width }) => fits(label, width)).map(({ label }) => label));
  const key = [...new Set(stretches.map(({ label }) => label).filter((label) => !whole.has(label)))];
  return {
    inside: (label, width) =>
      fits(label, width) ? label : whole.has(label) ? '' : String(key.indexOf(label) + 1),
    key,
  };
}

/** Stretches of a cycle brought inside it: what goes past its end comes in again at its beginning. */
export function insideCycle(spans: readonly LaneSpan[], cycle: number): LaneSpan[] {
  return spans.flatMap((span) => {
    const length = Math.min(cycle, span.to - span.from);
    const from = ((span.from % cycle) + cycle) % cycle;
    const to = from + length;
    if (to <= cycle) return [{ ...span, from, to }];
    return [
      { ...span, from, to: cycle },
      { ...span, from: 0, to: to - cycle },
    ];
  });
}
