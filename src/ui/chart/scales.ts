import { extent } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';

/** A line of a chart. Missing values are gaps. */
export interface Series {
  readonly id: string;
  /** Written at the line's end. */
  readonly label: string;
  readonly values: readonly (number | null)[];
  /** Dash pattern; lines differ by it as well as by colour. */
  readonly dash?: string;
}

/** A stretch of the x axis with a meaning: cranking, running. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly label: string;
  readonly tone: 'cranking' | 'running' | 'still';
}

/** Space around the plot, px. */
export const MARGIN = { top: 8, right: 12, bottom: 34, left: 46 } as const;

/** From values to pixels along both axes. */
export interface ChartScales {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;
}

/** Scales from values to pixels inside a box; the y range is widened to round numbers. */
export function chartScales(
  x: readonly number[],
  series: readonly Series[],
  size: { width: number; height: number },
  fixedY?: readonly [number, number],
): ChartScales {
  const [x0 = 0, x1 = 1] = extent(x) as [number | undefined, number | undefined];
  const all = series.flatMap((line) => line.values).filter((value): value is number => value !== null);
  const [low = 0, high = 1] = extent(all) as [number | undefined, number | undefined];
  const [y0, y1] = fixedY ?? (low === high ? [low - 1, high + 1] : [low, high]);
  // What is never negative is not drawn on a scale that is.
  const floor = low >= 0 ? 0 : -Infinity;
  const scaleY = scaleLinear()
    .domain([y0, y1])
    .range([size.height - MARGIN.bottom, MARGIN.top]);
  return {
    x: scaleLinear()
      .domain([x0, x1])
      .range([MARGIN.left, size.width - MARGIN.right]),
    y: fixedY === undefined ? notBelow(scaleY.nice(4), floor) : scaleY,
  };
}

function notBelow(scale: ScaleLinear<number, number>, floor: number): ScaleLinear<number, number> {
  const [from = 0, to = 1] = scale.domain();
  return scale.domain([Math.max(floor, from), to]);
}

/** Index of the sample nearest to an x value; −1 for no samples. The x values increase. */
export function nearestIndex(x: readonly number[], value: number): number {
  let best = -1;
  let bestDistance = Infinity;
  x.forEach((candidate, i) => {
    const distance = Math.abs(candidate - value);
    if (distance < bestDistance) {
      best = i;
      bestDistance = distance;
    }
  });
  return best;
}
