import { line as lineShape } from 'd3-shape';
import { Circle, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { formatNumber, type ShownBy, shownDecimals } from '@/core/units';
import { FONT, useRoles, type Roles } from '../theme';
import { useShownBy } from '../units/shownBy';
import { axisShown } from './axisShown';
import { ChartAxes } from './ChartAxes';
import { ChartFrame } from './ChartFrame';
import { chartScales, MARGIN, type Band, type Series } from './scales';

interface Props {
  /** What the chart shows, for its heading and for screen readers. */
  title: string;
  x: readonly number[];
  xLabel: string;
  yLabel: string;
  series: readonly Series[];
  decimals: number;
  bands?: readonly Band[];
  /** Fixed range of y; found from the values when left out. */
  yRange?: readonly [number, number];
  height?: number;
  /** Sample under the finger; −1 for none. */
  cursor?: number;
  /** Points drawn as dots, for tables with few of them. */
  dots?: boolean;
  /** Indices of points to point out. */
  flagged?: readonly number[];
  /** Each line has its name written on it. */
  named?: boolean;
}

const LINE_COLOURS: readonly (keyof Roles)[] = ['accent', 'steel', 'good'];

/** A letter’s width at the size bands are named in, px. */
const LETTER = 6.2;

/** What a stretch is, at its upper left where there is room. */
function BandWords({
  label,
  left,
  right,
  roles,
}: {
  label: string;
  left: number;
  right: number;
  roles: Roles;
}) {
  if (label.length * LETTER + 8 > right - left) return null;
  return (
    <SvgText x={left + 4} y={MARGIN.top + 12} fontSize={12} fontFamily={FONT.text} fill={roles.muted}>
      {label}
    </SvgText>
  );
}

/** Lines over one axis, with shaded stretches and direct labels. What is under the cursor is written above. */
export function LineChart(props: Props) {
  const by = useShownBy();
  return <DrawnLineChart {...inUnits(props, by)} />;
}

/** The same chart in the units chosen, by the units in which its axes’ labels end. */
function inUnits(props: Props, by: ShownBy): Props {
  const [x, y] = [axisShown(props.xLabel, by), axisShown(props.yLabel, by)];
  if (x.scale.plain && y.scale.plain) return props;
  const { bands, yRange, series, decimals } = props;
  return {
    ...props,
    xLabel: x.label,
    yLabel: y.label,
    x: props.x.map(x.scale.shown),
    series: series.map((one) => ({
      ...one,
      values: one.values.map((value) => (value === null ? null : y.scale.shown(value))),
    })),
    decimals: shownDecimals(decimals, y.scale, by),
    ...(bands === undefined
      ? {}
      : {
          bands: bands.map((band) => ({
            ...band,
            from: x.scale.shown(band.from),
            to: x.scale.shown(band.to),
          })),
        }),
    ...(yRange === undefined ? {} : { yRange: [y.scale.shown(yRange[0]), y.scale.shown(yRange[1])] }),
  };
}

function DrawnLineChart(props: Props) {
  const {
    title,
    x,
    xLabel,
    yLabel,
    series,
    decimals,
    bands = [],
    yRange,
    height = 180,
    cursor = -1,
    dots = false,
    flagged = [],
    named = false,
  } = props;
  const roles = useRoles();
  const at = (values: readonly (number | null)[]) => formatNumber(values[cursor] ?? null, decimals);
  const said = series
    .map((entry) => (series.length === 1 ? at(entry.values) : `${entry.label} ${at(entry.values)}`))
    .join('   ');
  return (
    <ChartFrame
      title={title}
      yLabel={yLabel}
      description={`${title}, ${yLabel} against ${xLabel}`}
      height={height}
      said={cursor < 0 ? '' : said}
      leastWidth={200}
    >
      {(width) => {
        const scales = chartScales(x, series, { width, height }, yRange);
        const [yLow, yHigh] = scales.y.domain() as [number, number];
        const held = (value: number) => Math.min(yHigh, Math.max(yLow, value));
        const path = lineShape<number | null>()
          .defined((value) => value !== null)
          .x((_, i) => scales.x(x[i] as number))
          .y((value) => scales.y(held(value as number)));
        return (
          <>
            {bands.map((band) => (
              <Rect
                key={`${band.tone}${band.from}`}
                x={scales.x(band.from)}
                y={MARGIN.top}
                width={Math.max(0, scales.x(band.to) - scales.x(band.from))}
                height={height - MARGIN.top - MARGIN.bottom}
                fill={
                  band.tone === 'cranking' ? roles.accent : band.tone === 'running' ? roles.steel : roles.line
                }
                opacity={band.tone === 'still' ? 0.15 : 0.16}
              />
            ))}
            {bands.map((band) => (
              <BandWords
                key={`${band.tone}${band.from}`}
                label={band.label}
                left={scales.x(band.from)}
                right={Math.min(scales.x(band.to), width - MARGIN.right)}
                roles={roles}
              />
            ))}
            <ChartAxes scales={scales} right={width - MARGIN.right} height={height} xLabel={xLabel} />
            {series.map((entry, i) => (
              <Path
                key={entry.id}
                d={path(entry.values as (number | null)[]) ?? ''}
                fill="none"
                stroke={roles[LINE_COLOURS[i % LINE_COLOURS.length] as keyof Roles]}
                strokeWidth={2}
                {...(entry.dash === undefined ? {} : { strokeDasharray: entry.dash })}
              />
            ))}
            {named
              ? series.map((entry, i) => {
                  // Side by side along x, so that lines of the same height stay readable.
                  const point = Math.round(((i + 0.2) / series.length) * (x.length - 1));
                  const value = entry.values[point];
                  const rises = (entry.values[point + 1] ?? 0) > (value ?? Infinity);
                  return value === null || value === undefined ? null : (
                    <SvgText
                      textAnchor={rises ? 'end' : 'start'}
                      key={entry.id}
                      x={scales.x(x[point] as number)}
                      y={Math.max(MARGIN.top + 12, scales.y(held(value)) - 6)}
                      fontSize={12}
                      fontFamily={FONT.text}
                      fill={roles.text}
                    >
                      {entry.label}
                    </SvgText>
                  );
                })
              : null}
            {dots
              ? x.map((value, i) => {
                  const y = series[0]?.values[i];
                  if (y === null || y === undefined) return null;
                  const odd = flagged.includes(i);
                  return (
                    <Circle
                      key={value}
                      cx={scales.x(value)}
                      cy={scales.y(held(y))}
                      r={odd ? 6 : 3.5}
                      fill={odd ? roles.surface : roles.accent}
                      stroke={odd ? roles.warning : roles.accent}
                      strokeWidth={odd ? 3 : 1}
                    />
                  );
                })
              : null}
            {cursor < 0 || x[cursor] === undefined ? null : (
              <Line
                x1={scales.x(x[cursor])}
                x2={scales.x(x[cursor])}
                y1={MARGIN.top}
                y2={height - MARGIN.bottom}
                stroke={roles.text}
                strokeWidth={1}
              />
            )}
          </>
        );
      }}
    </ChartFrame>
  );
}
