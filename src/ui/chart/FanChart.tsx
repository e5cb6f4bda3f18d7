import { line as lineShape } from 'd3-shape';
import { memo } from 'react';
import { Circle, Path, Text as SvgText } from 'react-native-svg';
import { formatNumber } from '@/core/units';
import { FONT, useRoles, useScheme } from '../theme';
import { magnitudeColour } from '../theme/ramps';
import { ChartAxes } from './ChartAxes';
import { ChartFrame } from './ChartFrame';
import { chartScales, MARGIN } from './scales';

interface Props {
  title: string;
  x: readonly number[];
  xLabel: string;
  yLabel: string;
  decimals: number;
  /** A line for each slice, in the order of its axis. */
  slices: readonly { readonly id: string; readonly label: string; readonly values: readonly number[] }[];
  /** The slice that stands out. */
  chosen: number;
  /** The breakpoint that stands out. */
  cursor: number;
  height?: number;
}

/** Room for the labels at the ends of the lines, px. */
const LABELS = 52;

/** Slices of a map over each other: each in the colour of its place, the chosen one with dots, ends labelled. */
export function FanChart({
  title,
  x,
  xLabel,
  yLabel,
  decimals,
  slices,
  chosen,
  cursor,
  height = 210,
}: Props) {
  const roles = useRoles();
  const scheme = useScheme();
  const colour = (i: number) => {
    const share = slices.length < 2 ? 0.6 : i / (slices.length - 1);
    // The dark end of the ramp is lost on a dark ground, the light one on a light ground.
    return magnitudeColour(scheme === 'dark' ? 0.35 + 0.6 * share : 0.15 + 0.55 * share);
  };
  const at = slices[chosen];
  return (
    <ChartFrame
      title={title}
      yLabel={yLabel}
      description={`${title}, ${yLabel} against ${xLabel}, ${slices.length} slices`}
      height={height}
      said={at === undefined ? '' : `${at.label}: ${formatNumber(at.values[cursor], decimals)}`}
      leastWidth={220}
    >
      {(width) => {
        const right = width - LABELS - MARGIN.right;
        const scales = chartScales(x, slices, { width: width - LABELS, height });
        const shape = lineShape<number>()
          .x((_, i) => scales.x(x[i] as number))
          .y((value) => scales.y(value));
        const labelled = labelPlaces(
          [0, chosen, slices.length - 1].filter((i, k, all) => all.indexOf(i) === k),
          (i) => scales.y(slices[i]?.values.at(-1) ?? 0),
        );
        return (
          <>
            <ChartAxes scales={scales} right={right} height={height} xLabel={xLabel} />
            {slices.map((slice, i) => (
              <Slice
                key={slice.id}
                way={shape([...slice.values]) ?? ''}
                stroke={i === chosen ? roles.text : colour(i)}
                strokeWidth={i === chosen ? 2.5 : 1.25}
              />
            ))}
            {at?.values.map((value, i) => (
              <Dot
                key={x[i]}
                x={scales.x(x[i] as number)}
                y={scales.y(value)}
                r={i === cursor ? 5 : 2.5}
                fill={i === cursor ? roles.accent : roles.text}
              />
            ))}
            {labelled.map(({ index, y }) => (
              <SvgText
                key={index}
                x={right + 4}
                y={y + 4}
                fontSize={12}
                fontFamily={FONT.number}
                fill={index === chosen ? roles.text : roles.muted}
              >
                {slices[index]?.label ?? ''}
              </SvgText>
            ))}
          </>
        );
      }}
    </ChartFrame>
  );
}

/** One line; drawn again only when its own way changes, since a changed cell changes one of many. */
const Slice = memo(function Slice({
  way,
  stroke,
  strokeWidth,
}: {
  way: string;
  stroke: string;
  strokeWidth: number;
}) {
  return <Path d={way} fill="none" stroke={stroke} strokeWidth={strokeWidth} />;
});

const Dot = memo(function Dot({ x, y, r, fill }: { x: number; y: number; r: number; fill: string }) {
  return <Circle cx={x} cy={y} r={r} fill={fill} />;
});

/** Least distance of two labels, px. */
const APART = 13;

/** Heights of labels at the lines' ends, moved apart so that none covers another. */
function labelPlaces(indices: readonly number[], height: (index: number) => number) {
  const places = indices.map((index) => ({ index, y: height(index) })).sort((a, b) => a.y - b.y);
  places.forEach((place, i) => {
    const above = places[i - 1];
    if (above !== undefined) place.y = Math.max(place.y, above.y + APART);
  });
  return places;
}
