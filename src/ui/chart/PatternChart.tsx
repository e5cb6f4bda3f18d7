import { Circle, Path } from 'react-native-svg';
import { line } from 'd3-shape';
import { useRoles } from '../theme';
import { ChartAxes } from './ChartAxes';
import { ChartFrame } from './ChartFrame';
import { chartScales, MARGIN } from './scales';

/** Something that was found, and how much speaks for it, 0…1. */
export interface FoundPoint {
  readonly x: number;
  readonly y: number;
  readonly weight: number;
  /** Where it may be as well; left out where nothing is known of that. */
  readonly from?: number;
  readonly to?: number;
}

interface Props {
  title: string;
  xLabel: string;
  yLabel: string;
  /** What the chart shows, for screen readers. */
  description: string;
  height: number;
  found: readonly FoundPoint[];
  /** What a cause would do, by x. */
  pattern: readonly { readonly x: number; readonly y: number }[];
}

/** Points are so large with no weight and with all of it, px. */
const RADIUS = { least: 1.5, more: 3.5 } as const;

/** What was found as points, larger with more evidence, and over it the curve of what a cause would do. */
export function PatternChart({ title, xLabel, yLabel, description, height, found, pattern }: Props) {
  const roles = useRoles();
  const ordered = [...pattern].sort((a, b) => a.x - b.x);
  const xs = [...found, ...ordered].map(({ x }) => x);
  const ys = [...ordered.map(({ y }) => y), ...found.flatMap(({ y, from = y, to = y }) => [from, y, to])];
  return (
    <ChartFrame
      title={title}
      yLabel={yLabel}
      description={description}
      height={height}
      said=""
      leastWidth={200}
    >
      {(width) => {
        const scales = chartScales(xs, [{ id: 'all', label: '', values: [...ys, 0] }], { width, height });
        const path = line<{ x: number; y: number }>(
          ({ x }) => scales.x(x),
          ({ y }) => scales.y(y),
        )(ordered);
        return (
          <>
            <ChartAxes scales={scales} right={width - MARGIN.right} height={height} xLabel={xLabel} />
            {found.map(({ x, from, to }, i) =>
              from === undefined || to === undefined ? null : (
                <Path
                  key={`range${i}`}
                  d={`M${scales.x(x)} ${scales.y(from)}V${scales.y(to)}`}
                  stroke={roles.steel}
                  strokeWidth={2}
                />
              ),
            )}
            {found.map(({ x, y, weight }, i) => (
              <Circle
                key={i}
                cx={scales.x(x)}
                cy={scales.y(y)}
                r={RADIUS.least + RADIUS.more * weight}
                fill={roles.steel}
                fillOpacity={0.45}
              />
            ))}
            {path === null ? null : <Path d={path} stroke={roles.accent} strokeWidth={2} fill="none" />}
          </>
        );
      }}
    </ChartFrame>
  );
}
