import { leastSquares } from '@/core/numeric';

/** A step of fuel as a sensor shows it: shares of it, 0 to 1, at equal steps of time. */
export interface ShownStep {
  readonly stepS: number;
  readonly shares: readonly number[];
}

/** Delay and lag of a step. */
export interface MeasuredStep {
  readonly deadS: number;
  readonly lagS: number;
}

/** Shares of a first-order answer a third of its lag, and all of it, after it began. */
const EARLY = 1 - Math.exp(-1 / 3);
const LATE = 1 - Math.exp(-1);

/**
 * Dead time and lag by the two moments at which a first-order answer has come to 28.3 and 63.2 %: τ = 1.5·(t₆₃ − t₂₈),
 * θ = t₆₃ − τ. Null for a step that does not come so far.
 */
export function measuredStep({ stepS, shares }: ShownStep): MeasuredStep | null {
  const early = crossing(shares, EARLY);
  const late = crossing(shares, LATE);
  if (early === null || late === null) return null;
  const lagS = 1.5 * (late - early) * stepS;
  return { lagS, deadS: Math.max(0, late * stepS - lagS) };
}

/** Where a rising signal first passes a level, in steps; null where it does not. */
function crossing(shares: readonly number[], level: number): number | null {
  const i = shares.findIndex((share) => share >= level);
  if (i < 0) return null;
  const before = i === 0 ? 0 : (shares[i - 1] as number);
  const share = shares[i] as number;
  return i - 1 + (share > before ? (level - before) / (share - before) : 1);
}

/** A step measured at an air flow. */
export interface MeasuredAt extends MeasuredStep {
  readonly flowGPerS: number;
}

/** The delay by flow that fits these best, fixed + air / flow, and the lag on average; null for none. */
export function fittedDelay(
  measured: readonly MeasuredAt[],
): { readonly fixedS: number; readonly airG: number; readonly lagS: number } | null {
  if (measured.length === 0) return null;
  const mean = (of: (step: MeasuredAt) => number) =>
    measured.reduce((sum, step) => sum + of(step), 0) / measured.length;
  const lagS = mean((step) => step.lagS);
  const line = leastSquares(
    measured.map(({ flowGPerS }) => [1, 1 / flowGPerS]),
    measured.map(({ deadS }) => deadS),
  );
  // At one flow nothing tells the two parts apart: all of it is taken for fixed.
  const [offset = 0, slope = 0] = line ?? [mean(({ deadS }) => deadS), 0];
  return { fixedS: Math.max(0, offset), airG: Math.max(0, slope), lagS };
}
