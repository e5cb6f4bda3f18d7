import type { ChannelId } from '../channel';
import {
  correctedCells,
  type DrivenLog,
  EVIDENCE_S,
  type FitSamples,
  type FittedCells,
  fittedCells,
  joinedSamples,
  samplesRoom,
  type MapTask,
  steadySamples,
  thinned,
} from '../log';
import type { CellChange } from '../map';
import { type Grid, intervalFraction, intervalIndex } from '../numeric';

/** A factor of fuel that is asked for, over one channel or two. */
export interface OwnFactorAsk {
  readonly x: ChannelId;
  /** Null for a curve. */
  readonly y: ChannelId | null;
  /** The cells that it stands in; y is empty for a curve. */
  readonly grid: Grid;
  /** Only readings with this channel on this side count; null for all. */
  readonly when: {
    readonly channel: ChannelId;
    readonly comparison: 'above' | 'below';
    readonly threshold: number;
  } | null;
}

/** Why no factor is said. */
export type OwnFactorRefusal =
  | { readonly why: 'notLogged'; readonly channel: ChannelId }
  | { readonly why: 'tooLittle' }
  /** The errors go with speed and load: they are the map’s. What the map and the factor would leave over, shares. */
  | { readonly why: 'map'; readonly leftByMap: number; readonly leftByFactor: number };

/** The factor that would have been right, cell by cell. */
export interface OwnFactor {
  /** Logarithms of what each cell is to be multiplied by, with their evidence; of a curve its one row. */
  readonly cells: FittedCells;
  readonly keptS: number;
  /** RMS of the errors as they were read, and as they would be with the factor, shares. */
  readonly off: number;
  readonly on: number;
}

/** With fewer cells that have evidence nothing is said. */
const FEWEST = 2;
/** The map is what is off where it leaves so much less over than the factor, a share of that, and is worth it. */
const MAP_LEAVES = { share: 0.7, least: 0.01 } as const;
/** How a factor is fitted: as a map is, and a curve has enough readings for each of its cells to speak for itself. */
const FIT = { smoothS: 0.3, stayS: 0.02, wildTimes: 1.5 } as const;

/**
 * The factor of fuel that would have brought measured lambda to its target, over the channels asked for; what was injected
 * with then counts as it was, so a cell is multiplied by it.
 * @param drives logs, each with what its calibration believed of its injectors.
 */
export function ownFactor(
  drives: readonly DrivenLog[],
  task: MapTask,
  ask: OwnFactorAsk,
): OwnFactor | OwnFactorRefusal {
  const asked = [ask.x, ...(ask.y === null ? [] : [ask.y]), ...(ask.when === null ? [] : [ask.when.channel])];
  const missing = asked.find((id) => drives.every(({ log }) => !isKnown(log.columns[id])));
  if (missing !== undefined) return { why: 'notLogged', channel: missing };
  const byMap: FitSamples[] = [];
  const byFactor: FitSamples[] = [];
  for (const { log: whole, then } of drives) {
    const log = thinned(whole);
    // Where coolant is asked for, cold running is what it is about.
    const samples = steadySamples(log, task, then, asked.includes('coolant') ? ['cold', 'afterStart'] : []);
    const column = (id: ChannelId) => log.columns[id];
    const place = placed(ask, column);
    const taken = samplesAt(samples, place, ask.grid);
    byFactor.push(taken.factor);
    byMap.push(taken.map);
  }
  const own = joinedSamples(byFactor);
  const grid = ask.grid.y.length === 0 ? asCurve(ask.grid) : ask.grid;
  if (own.count === 0) return { why: 'tooLittle' };
  const fitted = fittedCells(own, grid, FIT);
  const cells = ask.grid.y.length === 0 ? firstRow(fitted, ask.grid.x.length) : fitted;
  if (cells.evidenceS.filter((seconds) => seconds >= EVIDENCE_S).length < FEWEST) return { why: 'tooLittle' };
  const off = rmsLeft(own, grid.x.length, null);
  const on = rmsLeft(own, grid.x.length, fitted.change);
  const map = joinedSamples(byMap);
  const leftByMap = rmsLeft(map, task.grid.x.length, fittedCells(map, task.grid).change);
  if (off > MAP_LEAVES.least && on > MAP_LEAVES.least && leftByMap < MAP_LEAVES.share * on)
    return { why: 'map', leftByMap, leftByFactor: on };
  return { cells, keptS: own.weightS.reduce((sum, seconds) => sum + seconds, 0), off, on };
}

/** The cells of a correction that a factor moves, within its limits. */
export function ownFactorCells(
  values: readonly number[],
  { cells }: OwnFactor,
  limits: { readonly min: number; readonly max: number; readonly decimals: number },
): CellChange[] {
  return correctedCells(values, { cells, factor: null }, { by: 'cells', most: 1, beyond: false }, limits);
}

type Steady = ReturnType<typeof steadySamples>;
/** Where a sample stands along one channel asked for; NaN where it does not count. */
type Along = (sample: number) => number;
interface Place {
  readonly x: Along;
  readonly y: Along;
}

/** Where samples stand on the channels asked for. */
function placed(
  { x, y, when }: OwnFactorAsk,
  column: (id: ChannelId) => ArrayLike<number> | undefined,
): Place {
  const [across, up] = [column(x), y === null ? null : column(y)];
  const conditioned = when === null ? null : column(when.channel);
  const counts = (i: number) => {
    if (when === null) return true;
    const value = conditioned?.[i] ?? NaN;
    return when.comparison === 'above' ? value > when.threshold : value < when.threshold;
  };
  return {
    x: (i) => (counts(i) ? (across?.[i] ?? NaN) : NaN),
    y: (i) => (up === null ? 0 : (up?.[i] ?? NaN)),
  };
}

/** Samples that count, on the cells of the factor; and the same on those of the map. */
function samplesAt(
  samples: Steady,
  place: Place,
  grid: Grid,
): { readonly factor: FitSamples; readonly map: FitSamples } {
  const isCurve = grid.y.length === 0;
  const width = grid.x.length;
  const counted = new Int32Array(samples.count);
  const cell = new Int32Array(samples.count);
  const shareX = new Float64Array(samples.count);
  const shareY = new Float64Array(samples.count);
  let count = 0;
  for (let k = 0; k < samples.count; k += 1) {
    const at = samples.at[k] as number;
    const x = place.x(at);
    const y = place.y(at);
    if (Number.isNaN(x) || Number.isNaN(y)) continue;
    const column = intervalIndex(grid.x, x);
    const row = isCurve ? 0 : intervalIndex(grid.y, y);
    counted[count] = k;
    cell[count] = column + width * row;
    shareX[count] = intervalFraction(grid.x, column, x);
    shareY[count] = isCurve ? 0 : intervalFraction(grid.y, row, y);
    count += 1;
  }
  const map = count === samples.count ? samples : onlyThose(samples, counted.subarray(0, count));
  return { factor: { ...map, cell, shareX, shareY }, map };
}

function onlyThose(samples: FitSamples, those: Int32Array): FitSamples {
  const into = samplesRoom(those.length);
  for (const part of ['cell', 'shareX', 'shareY', 'error', 'weightS', 'driven'] as const) {
    const [from, to] = [samples[part], into[part]];
    those.forEach((k, i) => (to[i] = from[k] as number));
  }
  return into;
}

/** A curve as a map of two rows, of which the upper one is never read. */
function asCurve({ x, values }: Grid): Grid {
  return { x, y: Float64Array.of(0, 1), values: Float64Array.of(...values, ...values) };
}

function firstRow(cells: FittedCells, width: number): FittedCells {
  const row = (values: Float64Array) => values.slice(0, width);
  return {
    change: row(cells.change),
    evidenceS: row(cells.evidenceS),
    found: row(cells.found),
    driven: row(cells.driven),
    standardError: row(cells.standardError),
    leftOver: cells.leftOver,
  };
}

/** RMS of what a change of the cells leaves over of the errors; with none, of the errors. */
function rmsLeft(
  { count, cell, shareX, shareY, error, weightS }: FitSamples,
  width: number,
  change: Float64Array | null,
): number {
  let [weight, squares] = [0, 0];
  for (let i = 0; i < count; i += 1) {
    const [low, fx, fy] = [cell[i] as number, shareX[i] as number, shareY[i] as number];
    const at = (place: number) => change?.[place] ?? 0;
    const lower = at(low) * (1 - fx) + at(low + 1) * fx;
    const upper = fy === 0 ? 0 : at(low + width) * (1 - fx) + at(low + width + 1) * fx;
    const left = (error[i] as number) - lower * (1 - fy) - upper * fy;
    weight += weightS[i] as number;
    squares += (weightS[i] as number) * left * left;
  }
  return Math.sqrt(squares / weight);
}

function isKnown(values: ArrayLike<number> | undefined): boolean {
  return values !== undefined && Array.prototype.some.call(values, (value: number) => Number.isFinite(value));
}
