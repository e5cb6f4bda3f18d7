import { memo } from 'react';
import { G, Line, Text as SvgText } from 'react-native-svg';
import { FONT, useRoles } from '../theme';
import { type ChartScales, MARGIN } from './scales';

interface Props {
  scales: ChartScales;
  /** Where the lines end, px. */
  right: number;
  height: number;
  xLabel: string;
}

/** Room for a tick’s number along x, px. */
const TICK_EVERY = 90;

/** Lines at round values of y, round values of x below, and what x is. Drawn again only when one of them changes. */
export const ChartAxes = memo(function ChartAxes({ scales, right, height, xLabel }: Props) {
  const roles = useRoles();
  const number = { fontSize: 12, fontFamily: FONT.number, fill: roles.muted } as const;
  return (
    <>
      {scales.y.ticks(4).map((tick) => (
        <G key={tick}>
          <Line x1={MARGIN.left} x2={right} y1={scales.y(tick)} y2={scales.y(tick)} stroke={roles.line} />
          <SvgText {...number} x={MARGIN.left - 6} y={scales.y(tick) + 4} textAnchor="end">
            {tickText(tick)}
          </SvgText>
        </G>
      ))}
      {scales.x.ticks(Math.max(3, Math.floor((right + MARGIN.right) / TICK_EVERY))).map((tick) => (
        <SvgText
          key={tick}
          {...number}
          x={scales.x(tick)}
          y={height - MARGIN.bottom + 15}
          textAnchor="middle"
        >
          {tickText(tick)}
        </SvgText>
      ))}
      <SvgText
        x={right}
        y={height - 3}
        fontSize={12}
        fontFamily={FONT.text}
        fill={roles.muted}
        textAnchor="end"
      >
        {xLabel}
      </SvgText>
    </>
  );
}, sameAxes);

/** Scales are made anew with each drawing; the same ends at the same places are the same axes. */
function sameAxes(a: Props, b: Props): boolean {
  const ends = ({ scales, right, height, xLabel }: Props) =>
    [
      ...scales.x.domain(),
      ...scales.x.range(),
      ...scales.y.domain(),
      ...scales.y.range(),
      right,
      height,
      xLabel,
    ].join();
  return ends(a) === ends(b);
}

function tickText(tick: number): string {
  return String(Number(tick.toPrecision(6))).replace('-', '−');
}
