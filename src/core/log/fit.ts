import type { Grid } from '../numeric';
import { addAt, type Banded, bandedOf, factored, inverseDiagonal, solved } from './banded';
import { addShares, type FitSamples } from './samples';

/** How a fit weighs what was found against smoothness. */
export interface FitSettings {
  /** Of second differences, s: a bend of the surface counts as much as so many seconds of being off by as much. */
  readonly smoothS: number;
  /** Of the change itself, s: so that what nothing speaks for stays as it is. */
  readonly stayS: number;
  /** Residuals beyond so many times their usual size count less [Huber 1964]; infinite where none is wild. */
  readonly wildTimes: number;
}

export const FIT_SETTINGS: FitSettings = { smoothS: 0.5, stayS: 0.02, wildTimes: 1.5 };
/** In a quiet log a surface that bends too much for its cells is no wild reading: the usual size is taken for this at least. */
const LEAST_USUAL = 0.01;
const ROUNDS = 4;
/** Errors of lambda swing together over such a time: a second holds no more independent readings than fit in it, s. */
const CORRELATED_S = 1;

/** What a fit says of each cell. */
export interface FittedCells {
  /** Logarithm of what the cell must be multiplied by. */
  readonly change: Float64Array;
  /** Weight that speaks for it, s. */
  readonly evidenceS: Float64Array;
  /** Mean of the errors at the cell, as measured; NaN without any. */
  readonly found: Float64Array;
  /** Mean of the filling that was driven with over the map as it is now, as a logarithm; NaN without any. */
  readonly driven: Float64Array;
  readonly standardError: Float64Array;
  /** Spread of what the fit leaves over, a share. */
  readonly leftOver: number;
}

/**
 * The smooth change of a map that fits the errors best: min Σ w·ρ(B·x − y) + α‖D·x‖² + β‖x‖², with the four bilinear weights
 * of each sample in B and second differences along both axes in D, in intervals of the axes’ own mean so that no unit
 * matters. ρ is Huber’s. Solved exactly within its band.
 */
export function fittedCells(
  samples: FitSamples,
  grid: Grid,
  settings: FitSettings = FIT_SETTINGS,
): FittedCells {
  const width = grid.x.length;
  const cells = width * grid.y.length;
  const smooth = smoothness(grid, settings);
  const robust = new Float64Array(samples.count).fill(1);
  let change: Float64Array = new Float64Array(cells);
  let spread = 0;
  let factor: Banded = smooth;
  const rounds = Number.isFinite(settings.wildTimes) ? ROUNDS : 1;
  for (let round = 0; round < rounds; round += 1) {
    const matrix: Banded = { ...smooth, values: smooth.values.slice() };
    const right = new Float64Array(cells);
    addSamples(samples, width, robust, matrix, right);
    factor = factored(matrix);
    change = solved(factor, right);
    spread = weighResiduals(samples, width, change, robust, settings.wildTimes);
  }
  const evidence = cellEvidence(samples, grid);
  const variance = spread * spread * CORRELATED_S;
  return {
    change,
    ...evidence,
    standardError: inverseDiagonal(factor).map((of) => Math.sqrt(variance * of)),
    leftOver: spread,
  };
}

/** Σ weight and mean error of each cell, by the bilinear weights. */
export function cellEvidence(
  { count, cell, shareX, shareY, error, driven, weightS }: FitSamples,
  { x, y }: Grid,
): Pick<FittedCells, 'evidenceS' | 'found' | 'driven'> {
  const width = x.length;
  const cells = width * y.length;
  const evidenceS = new Float64Array(cells);
  const found = new Float64Array(cells);
  const drove = new Float64Array(cells);
  for (let i = 0; i < count; i += 1) {
    const [low, fx, fy] = [cell[i] as number, shareX[i] as number, shareY[i] as number];
    const w = weightS[i] as number;
    addShares(evidenceS, low, width, fx, fy, w);
    addShares(found, low, width, fx, fy, w * (error[i] as number));
    addShares(drove, low, width, fx, fy, w * (driven[i] as number));
  }
  for (let i = 0; i < cells; i += 1) {
    found[i] = (found[i] as number) / (evidenceS[i] as number);
    drove[i] = (drove[i] as number) / (evidenceS[i] as number);
  }
  return { evidenceS, found, driven: drove };
}

function smoothness(grid: Grid, { smoothS, stayS }: FitSettings): Banded {
  const width = grid.x.length;
  const height = grid.y.length;
  const matrix = bandedOf(width * height, 2 * width);
  for (let i = 0; i < width * height; i += 1) addAt(matrix, i, i, stayS);
  const along = (axis: Float64Array, step: number, startOf: (line: number) => number, lines: number) => {
    for (let i = 1; i < axis.length - 1; i += 1) {
      const bend = secondDifference(axis, i);
      for (let line = 0; line < lines; line += 1) {
        const at = startOf(line) + (i - 1) * step;
        for (let a = 0; a < 3; a += 1) {
          for (let b = a; b < 3; b += 1) {
            addAt(matrix, at + a * step, at + b * step, smoothS * (bend[a] as number) * (bend[b] as number));
          }
        }
      }
    }
  };
  along(grid.x, 1, (line) => line * width, height);
  along(grid.y, width, (line) => line, width);
  return matrix;
}

/** Weights of the second difference at a breakpoint, in intervals of the axis’ mean about it. */
function secondDifference(axis: Float64Array, i: number): [number, number, number] {
  const before = (axis[i] as number) - (axis[i - 1] as number);
  const after = (axis[i + 1] as number) - (axis[i] as number);
  const mean = (before + after) / 2;
  const [left, right] = [mean / before, mean / after];
  return [left, -left - right, right];
}

function addSamples(
  { count, cell, shareX, shareY, error, weightS }: FitSamples,
  width: number,
  robust: Float64Array,
  matrix: Banded,
  right: Float64Array,
): void {
  const row = matrix.band + 1;
  const { values } = matrix;
  for (let i = 0; i < count; i += 1) {
    const w = (weightS[i] as number) * (robust[i] as number);
    const fx = shareX[i] as number;
    const fy = shareY[i] as number;
    const a = (1 - fx) * (1 - fy);
    const b = fx * (1 - fy);
    const c = (1 - fx) * fy;
    const d = fx * fy;
    const low = cell[i] as number;
    const y = w * (error[i] as number);
    const first = low * row;
    values[first] = (values[first] as number) + w * a * a;
    values[first + 1] = (values[first + 1] as number) + w * a * b;
    values[first + width] = (values[first + width] as number) + w * a * c;
    values[first + width + 1] = (values[first + width + 1] as number) + w * a * d;
    const second = first + row;
    values[second] = (values[second] as number) + w * b * b;
    values[second + width - 1] = (values[second + width - 1] as number) + w * b * c;
    values[second + width] = (values[second + width] as number) + w * b * d;
    const third = first + width * row;
    values[third] = (values[third] as number) + w * c * c;
    values[third + 1] = (values[third + 1] as number) + w * c * d;
    values[third + row] = (values[third + row] as number) + w * d * d;
    right[low] = (right[low] as number) + a * y;
    right[low + 1] = (right[low + 1] as number) + b * y;
    right[low + width] = (right[low + width] as number) + c * y;
    right[low + width + 1] = (right[low + width + 1] as number) + d * y;
  }
}

/** Weights of the next round, by what this one leaves over. @returns the usual size of that, by the median. */
function weighResiduals(
  { count, cell, shareX, shareY, error }: FitSamples,
  width: number,
  change: Float64Array,
  robust: Float64Array,
  wildTimes: number,
): number {
  const residuals = new Float64Array(count);
  for (let i = 0; i < count; i += 1) {
    const low = cell[i] as number;
    const fx = shareX[i] as number;
    const fy = shareY[i] as number;
    const lower = (change[low] as number) * (1 - fx) + (change[low + 1] as number) * fx;
    const upper = (change[low + width] as number) * (1 - fx) + (change[low + width + 1] as number) * fx;
    residuals[i] = Math.abs(lower * (1 - fy) + upper * fy - (error[i] as number));
  }
  const usual = 1.4826 * median(residuals);
  const wild = wildTimes * Math.max(usual, LEAST_USUAL);
  for (let i = 0; i < count; i += 1) {
    const size = residuals[i] as number;
    robust[i] = size <= wild ? 1 : wild / size;
  }
  return usual;
}

/** The median, of no more values than are needed to know it well. */
function median(values: Float64Array): number {
  const every = Math.max(1, Math.ceil(values.length / 10_000));
  const some = Float64Array.from(
    { length: Math.ceil(values.length / every) },
    (_, i) => values[i * every] as number,
  ).sort();
  return some[some.length >> 1] ?? 0;
}
