import type { Bin, MapTask } from '../log';
import { CAUSE_LIST, type CauseId } from './causes';
import { type Hypothesis, seeingCauses, weighedHypotheses } from './hypotheses';

/** A cause with what speaks for it. */
export interface RankedCause {
  readonly id: CauseId | 'filling';
  /** Its size in its own measure, and how sure that is; NaN for the filling, which is a map. */
  readonly size: number;
  readonly standardError: number;
  /** How likely it has a part in what was read, 0…1. */
  readonly probability: number;
  /** What it leaves over, RMS over the evidence, a share. */
  readonly leftOver: number;
}

/** What may be behind the errors of logs. */
export interface RankedCauses {
  /** The likeliest first, but the map behind a cause that is likelier than not. */
  readonly causes: readonly RankedCause[];
  /** How likely nothing is wrong at all. */
  readonly nothing: number;
  /** RMS of the errors as they were read, a share. */
  readonly found: number;
  /** Causes that these logs cannot tell, and why. */
  readonly untellable: readonly { readonly id: CauseId; readonly why: string }[];
}

/** What a ranking goes by, beside the evidence. */
export interface RankContext {
  readonly task: Pick<MapTask, 'grid' | 'now' | 'pulse'>;
  /** The fit of the map: what it would change in each cell, as a logarithm, and how single readings scatter about it, a share. */
  readonly cells: { readonly change: Float64Array; readonly leftOver: number };
}

/** More bins than these are not weighed together; those with the least evidence are left away. */
const MOST_BINS = 320;
/** With fewer nothing is said. */
const LEAST_BINS = 6;

/**
 * What lies behind the errors of logs: each known cause lays a pattern over them, by itself or over a filling map that is off,
 * and each is weighed by how likely it makes what was read (Gaussian evidence, so that a cause with more freedom pays for it).
 * @returns null where there is too little evidence.
 */
export function rankedCauses(all: readonly Bin[], { task, cells }: RankContext): RankedCauses | null {
  const bins = [...all].sort((a, b) => b.weightS - a.weightS).slice(0, MOST_BINS);
  if (bins.length < LEAST_BINS) return null;
  const context = {
    facts: task.now,
    pulses: task.pulse !== null,
    sensors: new Set(bins.map(({ sensor }) => sensor)).size,
  };
  const { infos, blind } = seeingCauses(bins, context);
  const { hypotheses, unclear } = weighedHypotheses(bins, infos, task.grid, cells.leftOver, context);
  const likely = likelihoods(hypotheses);
  const causes: RankedCause[] = infos.map((info) => {
    const own = hypotheses.filter(({ id }) => id === info.id);
    const best = own.reduce((a, b) => (b.score > a.score ? b : a));
    const { size, standardError } = best.fit ?? { size: NaN, standardError: NaN };
    const left = bins.map((bin) => bin.error - info.error(bin, size, context));
    const level = info.anyLevel === true ? meanOf(bins, left) : 0;
    return {
      id: info.id,
      size,
      standardError,
      probability: sumOf(own, likely),
      leftOver: rmsOf(bins, (_, i) => (left[i] as number) - level),
    };
  });
  const filling: RankedCause = {
    id: 'filling',
    size: NaN,
    standardError: NaN,
    probability: sumOf(
      hypotheses.filter((one) => one.filling),
      likely,
    ),
    leftOver: rmsOf(bins, ({ error, cell }) => error - (cells.change[cell] as number)),
  };
  return {
    causes: [...causes, filling].sort(byRank),
    nothing: sumOf(
      hypotheses.filter((one) => one.id === null && !one.filling),
      likely,
    ),
    found: rmsOf(bins, ({ error }) => error),
    untellable: [
      ...blind,
      ...CAUSE_LIST.filter(({ id }) => unclear.includes(id)).map(({ id, telling }) => ({
        id,
        why: telling.how,
      })),
    ],
  };
}

/** Beside a cause that is likelier than not the map is off too, at most: the cause comes first. */
const LIKELY = 0.5;

function byRank(a: RankedCause, b: RankedCause): number {
  const first = (one: RankedCause) => Number(one.id !== 'filling' && one.probability >= LIKELY);
  return first(b) - first(a) || b.probability - a.probability;
}

/** How likely each hypothesis is among all. */
function likelihoods(hypotheses: readonly Hypothesis[]): ReadonlyMap<Hypothesis, number> {
  const most = Math.max(...hypotheses.map(({ score }) => score));
  const all = hypotheses.reduce((sum, { score }) => sum + Math.exp(score - most), 0);
  return new Map(hypotheses.map((one) => [one, Math.exp(one.score - most) / all]));
}

function sumOf(some: readonly Hypothesis[], likely: ReadonlyMap<Hypothesis, number>): number {
  return some.reduce((sum, one) => sum + (likely.get(one) ?? 0), 0);
}

function meanOf(bins: readonly Bin[], values: readonly number[]): number {
  let [weight, sum] = [0, 0];
  bins.forEach(({ weightS }, i) => {
    weight += weightS;
    sum += weightS * (values[i] as number);
  });
  return sum / weight;
}

/** Root mean square over the evidence, by its weight. */
function rmsOf(bins: readonly Bin[], of: (bin: Bin, i: number) => number): number {
  let [weight, squares] = [0, 0];
  bins.forEach((bin, i) => {
    weight += bin.weightS;
    squares += bin.weightS * of(bin, i) ** 2;
  });
  return Math.sqrt(squares / weight);
}
