import { scaleLinear } from 'd3-scale';
import { columnsOf, edgesOf, firstFrom, rangeIn, type TimeWindow } from '@/core/logView';
import { formatNumber } from '@/core/units';
import { FONT, type Roles } from '../theme';
import { DASHES, type StripLane, type StripTrace } from './traces';

/** Room above and below a line in its lane, px. */
const PAD = 6;
/** Samples further apart than so many usual steps, and than this, are not joined, s. */
const HOLE = { steps: 8, leastS: 0.5 } as const;

/** Where a lane lies, px. */
export interface LaneBox {
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** How wide a column is that what lies behind it is drawn for; more while it moves. */
  readonly columnPx: number;
}

/** The lowest and highest of all of a lane, a little apart where they are one; null where nothing is known. */
export function laneRange({ traces }: StripLane): readonly [number, number] | null {
  let [low, high] = [Infinity, -Infinity];
  for (const { extremes } of traces) {
    const range = rangeIn(extremes, 0, extremes.values.length);
    if (range.low < low) low = range.low;
    if (range.high > high) high = range.high;
  }
  if (low > high) return null;
  return low === high ? [low - 1, high + 1] : [low, high];
}

/** The colour of the traces of a lane, the first the most telling. */
export function traceColour(place: number, { beside }: StripTrace, roles: Roles): string {
  if (beside !== undefined) return roles.muted;
  return [roles.accent, roles.steel, roles.text, roles.muted][place % 4] as string;
}

/** Paints what of a lane is in a window. */
export function paintLane(
  context: CanvasRenderingContext2D,
  lane: StripLane,
  window: TimeWindow,
  { top, width, height, columnPx }: LaneBox,
  roles: Roles,
): void {
  const range = laneRange(lane);
  if (range === null) return;
  const [low = 0, high = 1] = scaleLinear().domain(range).nice(3).domain();
  const [ground, perUnit] = [top + height - PAD, (height - 2 * PAD) / (high - low)];
  const y = (value: number) => ground - (value - low) * perUnit;
  lane.traces.forEach((trace, place) => {
    context.strokeStyle = traceColour(place, trace, roles);
    context.globalAlpha = trace.beside === undefined ? 1 : 0.7;
    context.lineWidth = 1.5;
    context.fillStyle = context.strokeStyle;
    const dashes = DASHES[place % DASHES.length] ?? [];
    context.setLineDash([...dashes]);
    context.beginPath();
    traceLine(penOn(context, dashes, columnPx), trace, window, { width, columnPx }, y);
    context.stroke();
  });
  context.globalAlpha = 1;
  context.setLineDash([]);
  const decimals = lane.traces[0]?.decimals ?? 0;
  paintEnd(context, formatNumber(high, decimals), top + PAD + 9, roles);
  paintEnd(context, formatNumber(low, decimals), top + height - PAD, roles);
}

/** Where a line goes: its own pen, so that it can be drawn or counted. */
export interface Pen {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  /** All that lies behind a column, from its left edge. */
  bar(x: number, top: number, bottom: number): void;
}

/** How thin a bar is drawn at least, and from what height on one is never left out for a dash, px. */
const BAR = { least: 1.5, whole: 4 } as const;

/** Bars are filled: a graphics library strokes a path that turns at every pixel a hundred times slower. */
function penOn(context: CanvasRenderingContext2D, dashes: readonly number[], columnPx: number): Pen {
  const lengthOfAll = dashes.reduce((sum, dash) => sum + dash, 0);
  const isGap = (x: number) => {
    let left = x % lengthOfAll;
    const place = dashes.findIndex((dash) => (left -= dash) < 0);
    return place % 2 === 1;
  };
  return {
    moveTo: (x, y) => context.moveTo(x, y),
    lineTo: (x, y) => context.lineTo(x, y),
    bar: (x, top, bottom) => {
      const height = bottom - top;
      if (lengthOfAll > 0 && height < BAR.whole && isGap(x)) return;
      if (height < BAR.least) context.fillRect(x, (top + bottom - BAR.least) / 2, columnPx, BAR.least);
      else context.fillRect(x, top, columnPx, height);
    },
  };
}

/**
 * The line of a trace. Where there are more samples than pixels it is a bar from the lowest to the highest behind each, and on to
 * that of its neighbour, so that nothing is hidden and nothing torn; where there are fewer it goes from sample to sample.
 */
export function traceLine(
  pen: Pen,
  trace: StripTrace,
  window: TimeWindow,
  { width, columnPx }: Pick<LaneBox, 'width' | 'columnPx'>,
  y: (value: number) => number,
): void {
  const { timeS } = trace;
  const holeS = holeOf(timeS);
  const [from, to] = [firstFrom(timeS, window.fromS), firstFrom(timeS, window.toS)];
  if (to - from <= width) bySample(pen, trace, window, width, y, holeS, from, to);
  else byColumn(pen, trace, window, Math.max(1, Math.floor(width / columnPx)), columnPx, y, holeS);
}

function holeOf(timeS: Float64Array): number {
  const length = timeS.length;
  const usualS = length < 2 ? 0 : ((timeS[length - 1] as number) - (timeS[0] as number)) / (length - 1);
  return Math.max(HOLE.leastS, HOLE.steps * usualS);
}

function bySample(
  pen: Pen,
  { timeS, extremes: { values }, steps }: StripTrace,
  { fromS, toS }: TimeWindow,
  width: number,
  y: (value: number) => number,
  holeS: number,
  from: number,
  to: number,
): void {
  // The samples beside the window too: the line comes in from there.
  const [first, last] = [Math.max(0, from - 1), Math.min(timeS.length - 1, to)];
  let before = NaN;
  let height = NaN;
  for (let i = first; i <= last; i += 1) {
    const value = values[i] as number;
    if (Number.isNaN(value)) {
      before = NaN;
      continue;
    }
    const atS = timeS[i] as number;
    const x = ((atS - fromS) / (toS - fromS)) * width;
    if (atS - before <= holeS) {
      if (steps) pen.lineTo(x, height);
      pen.lineTo(x, y(value));
    } else pen.moveTo(x, y(value));
    before = atS;
    height = y(value);
  }
}

function byColumn(
  pen: Pen,
  { timeS, extremes }: StripTrace,
  window: TimeWindow,
  columns: number,
  columnPx: number,
  y: (value: number) => number,
  holeS: number,
): void {
  const { low, high } = columnsOf(extremes, edgesFor(timeS, window, columns));
  const holeColumns = (holeS / (window.toS - window.fromS)) * columns;
  const joins = Math.max(1, holeColumns);
  let before = -Infinity;
  let [topBefore, bottomBefore] = [NaN, NaN];
  for (let column = 0; column < columns; column += 1) {
    const highest = high[column] as number;
    if (Number.isNaN(highest)) continue;
    const x = column * columnPx;
    const [top, bottom] = [y(highest), y(low[column] as number)];
    const isJoined = column - before <= joins;
    // Over columns in which there was no sample, but no hole either, it stays where it was.
    if (isJoined)
      for (let between = before + 1; between < column; between += 1)
        pen.bar(between * columnPx, bottomBefore, bottomBefore);
    if (isJoined) pen.bar(x, Math.min(top, bottomBefore), Math.max(bottom, topBefore));
    else pen.bar(x, top, bottom);
    before = column;
    topBefore = top;
    bottomBefore = bottom;
  }
}

/** The samples at the edges of pixels, found once for all traces of a window that share their times. */
function edgesFor(timeS: Float64Array, window: TimeWindow, columns: number): Int32Array {
  const known = foundEdges.get(window) ?? [];
  const found = known.find((one) => one.timeS === timeS && one.edges.length === columns + 1);
  if (found !== undefined) return found.edges;
  const edges = edgesOf(timeS, window, columns);
  foundEdges.set(window, [...known, { timeS, edges }]);
  return edges;
}

/** They go with the window that they are of. */
const foundEdges = new WeakMap<
  TimeWindow,
  readonly { readonly timeS: Float64Array; readonly edges: Int32Array }[]
>();

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
