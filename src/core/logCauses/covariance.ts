import type { Bin } from '../log';

/** How far what is read lies from what a cause says, whatever the cause, shares (standard deviations). */
const ALWAYS = {
  /** A cell by itself, and smoothly over the map within this share of its axes. */
  cell: 0.004,
  smooth: 0.0045,
  smoothOver: 0.3,
  /** A bin, however long it was driven. */
  bin: 0.003,
} as const;
/** How far a filling map is off where nobody has corrected it, and over which shares of its axes that goes together. */
const FILLING = [
  { spread: 0.035, over: 0.2 },
  { spread: 0.035, over: 0.6 },
] as const;
/** By how much all of such a map is off together: more than that is one factor, and no map’s, a share. */
const LEVEL = 0.02;
/** Errors of lambda swing together for so long: a bin holds as many readings as that fits into it, s. */
const CORRELATED_S = 1;

/** Where the cell of a bin lies, shares of the axes 0…1. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Covariances of the bins. */
export interface Covariances {
  /** Of what no cause explains. */
  readonly always: Float64Array;
  /** The same with a filling map that is off. */
  readonly filling: Float64Array;
}

/** @param scatter of single readings, a share. */
export function covariancesOf(bins: readonly Bin[], places: readonly Place[], scatter: number): Covariances {
  const size = bins.length;
  const always = new Float64Array(size * size);
  const off = new Float64Array(size * size);
  for (let i = 0; i < size; i += 1) {
    const one = bins[i] as Bin;
    for (let j = 0; j <= i; j += 1) {
      const other = bins[j] as Bin;
      const apart2 = distance2(places[i] as Place, places[j] as Place);
      let shared = ALWAYS.smooth ** 2 * closeness(apart2, ALWAYS.smoothOver);
      if (one.cell === other.cell) shared += ALWAYS.cell ** 2;
      if (i === j) shared += ALWAYS.bin ** 2 + (scatter ** 2 * CORRELATED_S) / one.weightS;
      always[i * size + j] = shared;
      const fills = FILLING.reduce((sum, { spread, over }) => sum + spread ** 2 * closeness(apart2, over), 0);
      off[i * size + j] = fills;
      off[j * size + i] = fills;
    }
  }
  const centred = withoutLevel(bins, off);
  return { always, filling: always.map((value, at) => value + (centred[at] as number) + LEVEL ** 2) };
}

/** The covariance of errors about their own mean by weight. */
function withoutLevel(bins: readonly Bin[], covariance: Float64Array): Float64Array {
  const size = bins.length;
  const all = bins.reduce((sum, { weightS }) => sum + weightS, 0);
  const shares = bins.map(({ weightS }) => weightS / all);
  const means = bins.map((_, i) =>
    shares.reduce((sum, share, j) => sum + share * (covariance[i * size + j] as number), 0),
  );
  const mean = shares.reduce((sum, share, i) => sum + share * (means[i] as number), 0);
  return covariance.map(
    (value, at) => value - (means[Math.floor(at / size)] as number) - (means[at % size] as number) + mean,
  );
}

function distance2(one: Place, other: Place): number {
  return (one.x - other.x) ** 2 + (one.y - other.y) ** 2;
}

/** 1 in one place, falling with distance. */
function closeness(apart2: number, over: number): number {
  return Math.exp(-apart2 / (2 * over * over));
}

/** A covariance with patterns added that are there by an unknown amount about their own size. */
export function withPatterns(
  covariance: Float64Array,
  patterns: readonly (readonly number[])[],
): Float64Array {
  const sum = covariance.slice();
  const size = Math.sqrt(sum.length);
  for (const pattern of patterns) {
    for (let i = 0; i < size; i += 1) {
      for (let j = 0; j <= i; j += 1) {
        const at = i * size + j;
        sum[at] = (sum[at] as number) + (pattern[i] as number) * (pattern[j] as number);
      }
    }
  }
  return sum;
}
