import { scaleLinear } from 'd3-scale';
import { memo } from 'react';
import Svg, { G, Line, Rect, Text as SvgText } from 'react-native-svg';
import { View } from 'react-native';
import { useStore } from 'zustand';
import { formatNumber } from '@/core/units';
import { FONT, type Roles } from '../theme';
import type { StripStore } from './stripStore';
import type { StripBand, StripMark } from './traces';
import { useFollowedWindow } from './useFollowedWindow';

/** Room for bands and their words above the lanes, and for the time below, px. */
export const BANDS = 22;
export const TIME = 22;
/** A letter of a word needs so much, px. */
const LETTER = 6.4;

const TONES: Readonly<Record<StripBand['tone'], { readonly role: keyof Roles; readonly opacity: number }>> = {
  cranking: { role: 'accent', opacity: 0.3 },
  afterStart: { role: 'accent', opacity: 0.12 },
  cut: { role: 'steel', opacity: 0.22 },
  loop: { role: 'steel', opacity: 0.08 },
  fault: { role: 'warning', opacity: 0.2 },
};

interface Props {
  strip: StripStore;
  bands: readonly StripBand[];
  marks: readonly StripMark[];
  width: number;
  lanes: number;
  laneHeight: number;
  roles: Roles;
}

/** Everything small over the lines: bands with words, marks, the time and the borders of lanes. */
export const StripOverlay = memo(function StripOverlay({
  strip,
  bands,
  marks,
  width,
  lanes,
  laneHeight,
  roles,
}: Props) {
  const { drawn: window, box } = useFollowedWindow(strip, width);
  const bottom = BANDS + lanes * laneHeight;
  const x = scaleLinear().domain([window.fromS, window.toS]).range([0, width]);
  const isIn = ({ fromS, toS }: { fromS: number; toS: number }) => toS >= window.fromS && fromS <= window.toS;
  const seen = bands.filter(isIn);
  const ticks = x.ticks(Math.max(3, Math.floor(width / 80)));
  const decimals = decimalsOf((ticks[1] ?? 1) - (ticks[0] ?? 0));
  return (
    <View style={{ width, overflow: 'hidden' }}>
      <View ref={box} style={{ transformOrigin: '0 0' }}>
        <Svg width={width} height={bottom + TIME}>
          {seen.map((band, i) => {
            const from = Math.max(0, x(band.fromS));
            const to = Math.min(width, x(band.toS));
            const { role, opacity } = TONES[band.tone];
            // A word may run on to where the next stretch begins.
            const room = Math.max(to, Math.min(width, x(seen[i + 1]?.fromS ?? window.toS))) - from;
            return (
              <G key={`${band.tone}${band.label}${band.fromS}`}>
                <Rect
                  x={from}
                  y={0}
                  width={Math.max(1, to - from)}
                  height={bottom}
                  fill={roles[role]}
                  opacity={opacity}
                />
                {room > band.label.length * LETTER + 4 ? (
                  <SvgText x={from + 4} y={15} fontSize={12} fontFamily={FONT.text} fill={roles.text}>
                    {band.label}
                  </SvgText>
                ) : null}
              </G>
            );
          })}
          {Array.from({ length: lanes }, (_, i) => (
            <Line
              key={i}
              x1={0}
              x2={width}
              y1={BANDS + i * laneHeight}
              y2={BANDS + i * laneHeight}
              stroke={roles.line}
            />
          ))}
          {marks
            .filter(({ atS }) => atS >= window.fromS && atS <= window.toS)
            .map(({ atS, label }) => (
              <G key={`${atS}${label}`}>
                <Line
                  x1={x(atS)}
                  x2={x(atS)}
                  y1={BANDS - 4}
                  y2={bottom}
                  stroke={roles.good}
                  strokeWidth={1.5}
                  strokeDasharray="1 3"
                />
                <Rect x={x(atS) - 3} y={BANDS - 6} width={6} height={6} fill={roles.good} />
              </G>
            ))}
          {ticks.map((tick) => (
            <SvgText
              key={tick}
              x={Math.min(width - 12, Math.max(8, x(tick)))}
              y={bottom + 16}
              fontSize={12}
              fontFamily={FONT.number}
              fill={roles.muted}
              textAnchor="middle"
            >
              {formatNumber(tick, decimals)}
            </SvgText>
          ))}
        </Svg>
      </View>
    </View>
  );
});

/** Decimals that tell neighbouring ticks apart. */
function decimalsOf(step: number): number {
  return Math.min(3, Math.max(0, Math.ceil(-Math.log10(step))));
}

interface CursorsProps {
  strip: StripStore;
  width: number;
  height: number;
  roles: Roles;
}

/** Both cursors, as lines. */
export function StripCursors({ strip, width, height, roles }: CursorsProps) {
  const view = useStore(strip.store, (now) => (now.cursorS === null && now.secondS === null ? null : now));
  if (view === null) return null;
  const { window, cursorS, secondS } = view;
  const x = scaleLinear().domain([window.fromS, window.toS]).range([0, width]);
  const isIn = (atS: number | null): atS is number =>
    atS !== null && atS >= window.fromS && atS <= window.toS;
  return (
    <Svg width={width} height={height}>
      {isIn(secondS) ? (
        <Line
          x1={x(secondS)}
          x2={x(secondS)}
          y1={0}
          y2={height}
          stroke={roles.steel}
          strokeWidth={1.5}
          strokeDasharray="5 3"
        />
      ) : null}
      {isIn(cursorS) ? (
        <Line x1={x(cursorS)} x2={x(cursorS)} y1={0} y2={height} stroke={roles.text} strokeWidth={1.5} />
      ) : null}
    </Svg>
  );
}
