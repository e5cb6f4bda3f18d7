import { type Block } from './operators';

/** How the unit of a function’s result follows from that of its first argument. */
export type FunctionUnit = 'its' | 'plain' | 'perSecond' | 'seconds' | 'root' | 'power' | 'second';

interface Described {
  /** How it is written, and what it gives. */
  readonly written: string;
  readonly help: string;
  /** How many arguments it takes. */
  readonly takes: number;
  readonly unit: FunctionUnit;
  /** Arguments whose units must agree; none where left out. */
  readonly alike?: readonly number[];
}

/** Computed from one sample by itself. */
interface AtOnce extends Described {
  readonly kind: 'atOnce';
  /** Fills the first so many of a block from those of its arguments; it may be one of them. */
  readonly fill: (into: Block, given: readonly Block[], count: number) => void;
}

/** Computed from samples before or after: over the whole log, with a number of seconds where it takes one. */
interface OverTime extends Described {
  readonly kind: 'overTime';
  readonly over: (timeS: Float64Array, values: Float64Array, seconds: number) => Float64Array;
}

export type FormulaFunction = AtOnce | OverTime;

function each(of: (value: number) => number): AtOnce['fill'] {
  return (into, [values], count) => {
    for (let i = 0; i < count; i += 1) into[i] = of((values as Block)[i] as number);
  };
}

function pairs(of: (one: number, other: number) => number): AtOnce['fill'] {
  return (into, [ones, others], count) => {
    for (let i = 0; i < count; i += 1) {
      into[i] = of((ones as Block)[i] as number, (others as Block)[i] as number);
    }
  };
}

/** What is no number at all is unknown, as a root of less than nothing. */
const known = (value: number) => (Number.isFinite(value) ? value : NaN);

/** A mean over the seconds about each sample; what is unknown is left out. */
function smooth(timeS: Float64Array, values: Float64Array, seconds: number): Float64Array {
  const found = new Float64Array(values.length);
  let from = 0;
  let to = 0;
  let sum = 0;
  let count = 0;
  const half = seconds / 2;
  for (let i = 0; i < values.length; i += 1) {
    const at = timeS[i] as number;
    while (to < values.length && (timeS[to] as number) <= at + half) {
      const value = values[to] as number;
      if (!Number.isNaN(value)) {
        sum += value;
        count += 1;
      }
      to += 1;
    }
    while ((timeS[from] as number) < at - half) {
      const value = values[from] as number;
      if (!Number.isNaN(value)) {
        sum -= value;
        count -= 1;
      }
      from += 1;
    }
    // With nothing left the sum begins anew, so that rounding does not gather.
    if (count === 0) sum = 0;
    found[i] = count === 0 ? NaN : sum / count;
  }
  return found;
}

/** How fast it changes: from the sample before to the one after. */
function slope(timeS: Float64Array, values: Float64Array): Float64Array {
  const last = values.length - 1;
  return Float64Array.from(values, (_, i) => {
    const [from, to] = [Math.max(0, i - 1), Math.min(last, i + 1)];
    const byS = (timeS[to] as number) - (timeS[from] as number);
    return byS > 0 ? ((values[to] as number) - (values[from] as number)) / byS : NaN;
  });
}

/** What has come together up to each sample; a sample that is unknown adds nothing. */
function total(timeS: Float64Array, values: Float64Array): Float64Array {
  let sum = 0;
  return Float64Array.from(values, (value, i) => {
    const added =
      ((values[i - 1] as number) + value) * 0.5 * ((timeS[i] as number) - (timeS[i - 1] as number));
    if (i > 0 && !Number.isNaN(added)) sum += added;
    return sum;
  });
}

/** As it was so many seconds ago, between samples in proportion; of before the log nothing is known. */
function before(timeS: Float64Array, values: Float64Array, seconds: number): Float64Array {
  let next = 0;
  return Float64Array.from(values, (_, i) => {
    const at = (timeS[i] as number) - seconds;
    while (next < values.length && (timeS[next] as number) < at) next += 1;
    if (next === values.length) return NaN;
    const [atNext, right] = [timeS[next] as number, values[next] as number];
    if (atNext === at) return right;
    if (next === 0) return NaN;
    const [atLast, left] = [timeS[next - 1] as number, values[next - 1] as number];
    return left + ((right - left) * (at - atLast)) / (atNext - atLast);
  });
}

/** Every function that a formula may have. */
export const FUNCTIONS = {
  abs: {
    written: 'abs(x)',
    help: 'without its sign',
    takes: 1,
    unit: 'its',
    kind: 'atOnce',
    fill: each(Math.abs),
  },
  min: {
    written: 'min(x, y)',
    help: 'the lower of two',
    takes: 2,
    unit: 'its',
    alike: [0, 1],
    kind: 'atOnce',
    fill: pairs(Math.min),
  },
  max: {
    written: 'max(x, y)',
    help: 'the higher of two',
    takes: 2,
    unit: 'its',
    alike: [0, 1],
    kind: 'atOnce',
    fill: pairs(Math.max),
  },
  sqrt: {
    written: 'sqrt(x)',
    help: 'square root',
    takes: 1,
    unit: 'root',
    kind: 'atOnce',
    fill: each((value) => known(Math.sqrt(value))),
  },
  pow: {
    written: 'pow(x, 2)',
    help: 'to a power',
    takes: 2,
    unit: 'power',
    kind: 'atOnce',
    fill: pairs((base, power) => known(base ** power)),
  },
  exp: {
    written: 'exp(x)',
    help: 'e to the power of x',
    takes: 1,
    unit: 'plain',
    kind: 'atOnce',
    fill: each((value) => known(Math.exp(value))),
  },
  ln: {
    written: 'ln(x)',
    help: 'natural logarithm',
    takes: 1,
    unit: 'plain',
    kind: 'atOnce',
    fill: each((value) => known(Math.log(value))),
  },
  round: {
    written: 'round(x)',
    help: 'to the whole number',
    takes: 1,
    unit: 'its',
    kind: 'atOnce',
    fill: each(Math.round),
  },
  if: {
    written: 'if(x > 3, y, z)',
    help: 'y where it is so, else z',
    takes: 3,
    unit: 'second',
    alike: [1, 2],
    kind: 'atOnce',
    fill: (into, given, count) => {
      const [asked, yes, no] = given as [Block, Block, Block];
      for (let i = 0; i < count; i += 1) {
        const so = asked[i] as number;
        into[i] = Number.isNaN(so) ? NaN : ((so !== 0 ? yes : no)[i] as number);
      }
    },
  },
  smooth: {
    written: 'smooth(x, 0.5)',
    help: 'mean over so many seconds about each sample',
    takes: 2,
    unit: 'its',
    kind: 'overTime',
    over: smooth,
  },
  before: {
    written: 'before(x, 0.2)',
    help: 'as it was so many seconds ago',
    takes: 2,
    unit: 'its',
    kind: 'overTime',
    over: before,
  },
  slope: {
    written: 'slope(x)',
    help: 'how fast it changes, per second',
    takes: 1,
    unit: 'perSecond',
    kind: 'overTime',
    over: slope,
  },
  total: {
    written: 'total(x)',
    help: 'summed up over time, times seconds',
    takes: 1,
    unit: 'seconds',
    kind: 'overTime',
    over: total,
  },
} as const satisfies Record<string, FormulaFunction>;

export type FunctionId = keyof typeof FUNCTIONS;

export const FUNCTION_IDS = Object.keys(FUNCTIONS) as FunctionId[];

export function isFunction(name: string): name is FunctionId {
  return Object.hasOwn(FUNCTIONS, name);
}
