import type { Source } from '../field';
import { type Grid, gridOf, lookUpCurve, lookUpMap } from '../numeric';
import { type MapData, rowCount } from './mapSchema';

/** How cells beyond the old range are filled. */
export type BeyondRule =
  /** The value at the old edge. */
  | { readonly kind: 'hold' }
  /** The slope of the last interval goes on. */
  | { readonly kind: 'slope' }
  /** Each new breakpoint beyond changes by this percentage of the one before it. */
  | { readonly kind: 'percent'; readonly percent: number }
  /** What a generator says there, shifted so that it meets the old edge. */
  | { readonly kind: 'physics'; readonly valueAt: (x: number, y: number) => number };

/** New breakpoints; an axis left out stays. */
export interface NewAxes {
  readonly x?: readonly number[];
  readonly y?: readonly number[];
}

/**
 * A map on new breakpoints. Inside the old range each cell is the old surface at its point, so a breakpoint that is kept
 * keeps its cells exactly; beyond it the rule fills. Cells that were there keep their source, others carry `source`.
 * @param limits values are held inside them.
 */
export function relaidMap(
  map: MapData,
  axes: NewAxes,
  rule: BeyondRule,
  source: Source,
  limits: { readonly min: number; readonly max: number },
): MapData {
  const x = [...(axes.x ?? map.x)];
  const y = [...(axes.y ?? map.y)];
  const rows = y.length === 0 ? [0] : y;
  const surface = surfaceOf(map);
  const held = (value: number) => Math.min(limits.max, Math.max(limits.min, value));
  const values: number[] = [];
  const cellSources: number[] = [];
  for (const [row, load] of rows.entries()) {
    for (const [column, speed] of x.entries()) {
      const oldColumn = map.x.indexOf(speed);
      const oldRow = map.y.length === 0 ? 0 : map.y.indexOf(load);
      const kept = oldColumn !== -1 && oldRow !== -1 ? oldRow * map.x.length + oldColumn : -1;
      values.push(
        kept === -1 ? held(beyond(map, surface, rule, { x, y }, column, row)) : (map.values[kept] as number),
      );
      cellSources.push(kept === -1 ? map.sources.length : (map.cellSources[kept] as number));
    }
  }
  const { x: _x, y: _y, values: _values, sources, cellSources: _cellSources, ...kept } = map;
  return { ...kept, x, y, values, ...usedSources([...sources, source], cellSources) };
}

type Surface = (x: number, y: number) => number;

/** The map's own surface, clamped at its edges. */
function surfaceOf(map: MapData): Surface {
  const grid: Grid = gridOf(map);
  return map.y.length === 0 ? (x) => lookUpCurve(grid, x) : (x, y) => lookUpMap(grid, x, y);
}

function beyond(
  map: MapData,
  surface: Surface,
  rule: BeyondRule,
  axes: { readonly x: readonly number[]; readonly y: readonly number[] },
  column: number,
  row: number,
): number {
  const at = axes.x[column] as number;
  const load = axes.y[row] ?? 0;
  const edgeX = inside(map.x, at);
  const edgeY = map.y.length === 0 ? load : inside(map.y, load);
  const edge = surface(edgeX, edgeY);
  if (edgeX === at && edgeY === load) return edge;
  switch (rule.kind) {
    case 'hold':
      return edge;
    case 'slope':
      return (
        edge +
        slopeAt(map.x, at, (x) => surface(x, edgeY)) * (at - edgeX) +
        (map.y.length === 0 ? 0 : slopeAt(map.y, load, (y) => surface(edgeX, y)) * (load - edgeY))
      );
    case 'percent': {
      const steps =
        stepsBeyond(map.x, axes.x, column) + (map.y.length === 0 ? 0 : stepsBeyond(map.y, axes.y, row));
      return edge * (1 + rule.percent / 100) ** steps;
    }
    case 'physics':
      return edge + rule.valueAt(at, load) - rule.valueAt(edgeX, edgeY);
  }
}

function inside(axis: readonly number[], value: number): number {
  return Math.min(axis[axis.length - 1] as number, Math.max(axis[0] as number, value));
}

/** Slope of the surface in the axis's last interval on the side of a value; zero inside. */
function slopeAt(axis: readonly number[], value: number, along: (value: number) => number): number {
  const last = axis.length - 1;
  const [a, b] =
    value > (axis[last] as number)
      ? [axis[last - 1] as number, axis[last] as number]
      : value < (axis[0] as number)
        ? [axis[0] as number, axis[1] as number]
        : [0, 0];
  return a === b ? 0 : (along(b) - along(a)) / (b - a);
}

/** How many new breakpoints lie between the old edge and this one, itself included. */
function stepsBeyond(old: readonly number[], axis: readonly number[], at: number): number {
  const value = axis[at] as number;
  const last = old[old.length - 1] as number;
  const first = old[0] as number;
  if (value > last) return axis.filter((other) => other > last && other <= value).length;
  return value < first ? axis.filter((other) => other < first && other >= value).length : 0;
}

function usedSources(
  sources: readonly Source[],
  cells: readonly number[],
): Pick<MapData, 'sources' | 'cellSources'> {
  const used = [...new Set(cells)].sort((a, b) => a - b);
  return {
    sources: used.map((index) => sources[index] as Source),
    cellSources: cells.map((index) => used.indexOf(index)),
  };
}

/** The largest change of the surface between two maps over the range of the first, and where it is. */
export interface SurfaceChange {
  readonly change: number;
  readonly x: number;
  readonly y: number;
}

/**
 * Both surfaces are bilinear between the breakpoints of both, and so is their difference: its largest value lies at a
 * crossing of breakpoints of either, so looking there finds it exactly.
 */
export function surfaceChange(before: MapData, after: MapData): SurfaceChange {
  const [was, is] = [surfaceOf(before), surfaceOf(after)];
  const crossings = (old: readonly number[], now: readonly number[]) => {
    const first = old[0] ?? 0;
    const last = old[old.length - 1] ?? 0;
    return [...new Set([...old, ...now.filter((value) => value > first && value < last)])];
  };
  const ys = rowCount(before) === 1 && before.y.length === 0 ? [0] : crossings(before.y, after.y);
  let largest: SurfaceChange = { change: 0, x: before.x[0] ?? 0, y: ys[0] ?? 0 };
  for (const x of crossings(before.x, after.x)) {
    for (const y of ys) {
      const change = is(x, y) - was(x, y);
      if (Math.abs(change) > Math.abs(largest.change)) largest = { change, x, y };
    }
  }
  return largest;
}
