import type { Bin } from '../log';
import type { Grid } from '../numeric';
import { CAUSE_LIST, type CauseContext, type CauseId, type CauseInfo } from './causes';
import { covariancesOf, type Place, withPatterns } from './covariance';
import {
  type Cholesky,
  choleskyOf,
  dot,
  logEvidence,
  type PatternFit,
  patternFit,
  whitened,
} from './likelihood';

/** A way it may be: one cause, or none, by itself or over a filling map that is off. */
export interface Hypothesis {
  readonly id: CauseId | null;
  readonly filling: boolean;
  /** Logarithm of how likely it is, but for what all share. */
  readonly score: number;
  /** Of its cause; null without one. */
  readonly fit: PatternFit | null;
}

/** Readings are never quite what a likelihood takes them for: it counts this much. */
const TEMPER = 0.5;
/** How likely each is before anything was read, over a usual cause: a map that is off, both together, and nothing at all. */
const WEIGHT = { filling: 1.2, both: 0.3, nothing: 1 } as const;
/** Where a cause leaves open at which level all lies, it lies about here, a share. */
const ANY_LEVEL = 0.03;
/** A pattern that bends with its size is straightened anew so many times. */
const ROUNDS = 4;
/** A size that one would want to see stands out so many times its uncertainty where it is told. */
const STANDS_OUT = 2.5;

/** What hypotheses are weighed by. */
export interface Weighed {
  readonly hypotheses: readonly Hypothesis[];
  /** Causes whose pattern the evidence does not tell from a factor for everything. */
  readonly unclear: readonly CauseId[];
}

/** Every hypothesis with causes that are not blind. */
export function weighedHypotheses(
  bins: readonly Bin[],
  infos: readonly CauseInfo[],
  grid: Grid,
  scatter: number,
  context: CauseContext,
): Weighed {
  const errors = bins.map(({ error }) => error);
  const { always, filling } = covariancesOf(bins, placesOf(bins, grid), scatter);
  const patternOf = (info: CauseInfo, size: number) => bins.map((bin) => info.error(bin, size, context));
  /** Beside the cause that is asked for there is a little of every other. */
  const baseFor = (covariance: Float64Array, asked: CauseInfo | null) =>
    choleskyOf(
      bins.length,
      withPatterns(covariance, [
        ...infos.filter((info) => info !== asked).map((info) => patternOf(info, info.usual)),
        ...(asked?.anyLevel === true ? [bins.map(() => ANY_LEVEL)] : []),
      ]),
    );
  const hypotheses = [always, filling].flatMap((covariance, k): Hypothesis[] => {
    const isFilling = k === 1;
    const base = baseFor(covariance, null);
    const weight = isFilling ? WEIGHT.filling : WEIGHT.nothing;
    return [
      {
        id: null,
        filling: isFilling,
        score: TEMPER * logEvidence(base, whitened(base, errors)) + Math.log(weight),
        fit: null,
      },
      ...infos.map((info): Hypothesis => {
        const fit = bentFit(baseFor(covariance, info), bins, errors, info, context);
        const score = TEMPER * fit.logEvidence + Math.log(info.weight * (isFilling ? WEIGHT.both : 1));
        return { id: info.id, filling: isFilling, score, fit };
      }),
    ];
  });
  const base = baseFor(always, null);
  return {
    hypotheses,
    unclear: infos
      .filter((info) => !isTold(base, patternOf(info, info.telling.size), info.id === 'factor'))
      .map(({ id }) => id),
  };
}

/** The causes that a log has what it takes for, and why the others are blind. */
export function seeingCauses(bins: readonly Bin[], context: CauseContext) {
  const asked = CAUSE_LIST.map((info) => ({ info, why: info.blind(bins, context) }));
  return {
    infos: asked.filter(({ why }) => why === null).map(({ info }) => info),
    blind: asked.flatMap(({ info, why }) => (why === null ? [] : [{ id: info.id, why }])),
  };
}

/** A pattern that bends with its size is straightened about the best size, until that rests. */
function bentFit(
  base: Cholesky,
  bins: readonly Bin[],
  errors: readonly number[],
  info: CauseInfo,
  context: CauseContext,
): PatternFit {
  const step = 1e-3 * info.size.spread;
  let { mean: size } = info.size;
  for (let round = 1; ; round += 1) {
    const about = size;
    const at = (bin: Bin, of: number) => info.error(bin, of, context);
    const slope = bins.map((bin) => (at(bin, about + step) - at(bin, about - step)) / (2 * step));
    const rest = bins.map((bin, i) => (errors[i] as number) - at(bin, about) + about * (slope[i] as number));
    const fit = patternFit(base, whitened(base, rest), whitened(base, slope), info.size);
    if (round === ROUNDS) return fit;
    size = fit.size;
  }
}

/** Whether a pattern would be told from one level for all, or be seen at all where it is that level itself. */
function isTold(base: Cholesky, pattern: readonly number[], isLevel: boolean): boolean {
  const own = whitened(base, pattern);
  const level = whitened(
    base,
    pattern.map(() => 1),
  );
  const shared = isLevel ? 0 : dot(own, level) ** 2 / dot(level, level);
  return dot(own, own) - shared >= STANDS_OUT ** 2;
}

function placesOf(bins: readonly Bin[], { x, y }: Grid): Place[] {
  return bins.map(({ cell }) => ({
    x: (cell % x.length) / (x.length - 1),
    y: Math.floor(cell / x.length) / (y.length - 1),
  }));
}
