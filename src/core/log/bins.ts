import type { Grid } from '../numeric';
import { flowedMs, type InjectionFacts } from './injectionFacts';
import type { Log } from './log';
import type { Samples } from './samples';

/** Within a cell samples are kept apart by battery voltage and by the warmth of the air, in steps of these. */
const STEP = { volts: 0.5, airC: 8 } as const;
/** Battery voltage that is taken where none was logged, V. */
const USUAL_V = 13.8;
/** A bin with less weight says nothing, s. */
const LEAST_S = 0.5;

/** Evidence gathered where it was alike: one cell, one sensor, about one voltage and warmth. */
export interface Bin {
  /** Index of the nearest cell. */
  readonly cell: number;
  /** 0 by the first sensor, 1 by the second. */
  readonly sensor: number;
  readonly weightS: number;
  /** Means: logarithm of the error, and what it was read at. */
  readonly error: number;
  /** How long an injector flowed, ms; NaN where no opening was logged. */
  readonly netMs: number;
  readonly volts: number;
  readonly manifoldKpa: number;
  readonly airC: number;
}

/** Sums of a bin while it is filled. */
type Sums = { -readonly [Part in keyof Bin]: Bin[Part] };

/** Gathers samples of a log in bins; those that hold too little are left away. */
export function binsOf(log: Log, samples: Samples, grid: Grid, facts: InjectionFacts | null): Bin[] {
  const width = grid.x.length;
  const { battery, air, manifoldPressure, injectorOpening, fuelPressure } = log.columns;
  const found = new Map<number, Sums>();
  const at = { openingMs: NaN, volts: NaN, manifoldKpa: NaN, railKpa: NaN };
  for (let k = 0; k < samples.count; k += 1) {
    const i = samples.at[k] as number;
    const cell =
      (samples.cell[k] as number) +
      ((samples.shareX[k] as number) > 0.5 ? 1 : 0) +
      ((samples.shareY[k] as number) > 0.5 ? width : 0);
    at.volts = orElse(battery?.[i], USUAL_V);
    at.manifoldKpa = orElse(manifoldPressure?.[i], facts?.barometricKpa ?? NaN);
    at.openingMs = injectorOpening?.[i] ?? NaN;
    at.railKpa = fuelPressure?.[i] ?? NaN;
    const airC = air?.[i] ?? NaN;
    const netMs = facts === null || Number.isNaN(at.openingMs) ? NaN : flowedMs(facts, at);
    const band = bandOf(at.volts, STEP.volts) * BANDS + bandOf(airC, STEP.airC);
    const weight = samples.weightS[k] as number;
    for (const { sensor, errors } of samples.apart) {
      const error = errors[k] as number;
      if (Number.isNaN(error)) continue;
      const key = (cell * 2 + sensor) * BANDS * BANDS + band;
      let into = found.get(key);
      if (into === undefined) {
        into = emptyBin(cell, sensor);
        found.set(key, into);
      }
      into.weightS += weight;
      into.error += weight * error;
      into.netMs += weight * netMs;
      into.volts += weight * at.volts;
      into.manifoldKpa += weight * at.manifoldKpa;
      into.airC += weight * airC;
    }
  }
  return [...found.values()].filter(({ weightS }) => weightS >= LEAST_S).map(meansOf);
}

/** Bands on either side of zero; the last is of what is unknown. */
const BANDS = 128;

function bandOf(value: number, step: number): number {
  return Number.isNaN(value)
    ? BANDS - 1
    : Math.min(BANDS - 2, Math.max(0, Math.floor(value / step) + BANDS / 2));
}

function orElse(value: number | undefined, usual: number): number {
  return value === undefined || Number.isNaN(value) ? usual : value;
}

function emptyBin(cell: number, sensor: number): Sums {
  return { cell, sensor, weightS: 0, error: 0, netMs: 0, volts: 0, manifoldKpa: 0, airC: 0 };
}

function meansOf(sums: Sums): Bin {
  const { weightS } = sums;
  return {
    ...sums,
    error: sums.error / weightS,
    netMs: sums.netMs / weightS,
    volts: sums.volts / weightS,
    manifoldKpa: sums.manifoldKpa / weightS,
    airC: sums.airC / weightS,
  };
}
