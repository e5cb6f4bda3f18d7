import type { LogColumn } from '../log';
import { standsForS } from './statistics';

/** Steps of equal width from one value to another. */
export interface Steps {
  readonly from: number;
  readonly width: number;
  readonly count: number;
}

/** Steps that a person reads easily, about as many as asked for, over a range; one step about a range that is none. */
export function stepsOver(low: number, high: number, about: number): Steps {
  if (!(high > low)) return { from: low - 0.5, width: 1, count: 1 };
  const rough = (high - low) / about;
  const power = 10 ** Math.floor(Math.log10(rough));
  const width = ([1, 2, 5, 10].find((times) => times * power >= rough * 0.999) ?? 10) * power;
  const first = Math.floor(low / width + 1e-9);
  const last = Math.max(first + 1, Math.ceil(high / width - 1e-9));
  return { from: first * width, width, count: last - first };
}

/** The step that a value lies in; the upper end of the last belongs to it. */
export function stepOf({ from, width, count }: Steps, value: number): number {
  return Math.min(count - 1, Math.max(0, Math.floor((value - from) / width + 1e-9)));
}

/** Seconds that a column stood in each step, of the samples from one to another, both inside; unknown ones are left out. */
export function histogramOf(
  timeS: Float64Array,
  values: LogColumn,
  steps: Steps,
  from: number,
  to: number,
): Float64Array {
  const seconds = new Float64Array(steps.count);
  for (let i = from; i <= to; i += 1) {
    const value = values[i] as number;
    if (Number.isNaN(value)) continue;
    const step = stepOf(steps, value);
    seconds[step] = (seconds[step] as number) + standsForS(timeS, i, from, to);
  }
  return seconds;
}

/** Two columns against one another, in fields. */
export interface Scatter {
  readonly x: Steps;
  readonly y: Steps;
  /** Seconds in each field, row by row from the lowest. */
  readonly seconds: Float64Array;
  /** Mean of a third column in each field, weighted alike; NaN where there is none. */
  readonly mean: Float64Array | null;
  /** How straight a line they lie on, −1…1; NaN of less than two samples, or of one that stands still. */
  readonly correlation: number;
}

/** How two columns stand to one another, over the samples from one to another, both inside; a third tells the colour. */
export function scatterOf(
  timeS: Float64Array,
  columns: { readonly x: LogColumn; readonly y: LogColumn; readonly third?: LogColumn | null },
  steps: { readonly x: Steps; readonly y: Steps },
  from: number,
  to: number,
): Scatter {
  const { x, y, third = null } = columns;
  const seconds = new Float64Array(steps.x.count * steps.y.count);
  const known = third === null ? null : new Float64Array(seconds.length);
  const mean = third === null ? null : new Float64Array(seconds.length).fill(NaN);
  let weight = 0;
  let meanX = 0;
  let meanY = 0;
  let xx = 0;
  let yy = 0;
  let xy = 0;
  for (let i = from; i <= to; i += 1) {
    const across = x[i] as number;
    const up = y[i] as number;
    if (Number.isNaN(across) || Number.isNaN(up)) continue;
    const standsS = standsForS(timeS, i, from, to);
    if (standsS === 0) continue;
    const field = stepOf(steps.y, up) * steps.x.count + stepOf(steps.x, across);
    seconds[field] = (seconds[field] as number) + standsS;
    const also = third === null ? NaN : (third[i] as number);
    if (known !== null && mean !== null && !Number.isNaN(also)) {
      const so = (known[field] as number) + standsS;
      const before = known[field] === 0 ? also : (mean[field] as number);
      mean[field] = before + ((also - before) * standsS) / so;
      known[field] = so;
    }
    weight += standsS;
    const offX = across - meanX;
    const offY = up - meanY;
    meanX += (offX * standsS) / weight;
    meanY += (offY * standsS) / weight;
    xx += standsS * offX * (across - meanX);
    yy += standsS * offY * (up - meanY);
    xy += standsS * offX * (up - meanY);
  }
  return {
    ...steps,
    seconds,
    mean,
    correlation: xx > 0 && yy > 0 ? xy / (Math.sqrt(xx) * Math.sqrt(yy)) : NaN,
  };
}
