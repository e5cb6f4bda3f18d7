/** How fuel is handed over to a second set, in numbers. */
export interface StagingPlan {
  /** What the hand-over goes by, %: demand is fuel in % of the most the engine asks for; duty is that of the first set alone. */
  readonly by: 'demand' | 'duty';
  readonly beginsAtPercent: number;
  readonly fullAtPercent: number;
  /** Share of the fuel the second set gives from there on, %. */
  readonly shareAtFullPercent: number;
  /** Net opening of the second set below which it is left shut, ms. */
  readonly leastNetMs: number;
}

/** The fuel of one cycle split between two sets. */
export interface StagedFuel {
  readonly firstMg: number;
  readonly secondMg: number;
}

/**
 * Splits the fuel of a cycle. The share of the second set rises straight from nothing to its full share; while it would
 * open for less than its least net time it stays shut and the first set gives all, so the sum is always what was asked.
 * @param byPercent demand or duty, as the plan goes by.
 */
export function stagedFuel(
  plan: StagingPlan,
  fuelMg: number,
  byPercent: number,
  secondFlowGPerS: number,
): StagedFuel {
  const along = (byPercent - plan.beginsAtPercent) / (plan.fullAtPercent - plan.beginsAtPercent);
  const share = (plan.shareAtFullPercent / 100) * Math.min(1, Math.max(0, along));
  const secondMg = fuelMg * share;
  if (secondFlowGPerS <= 0 || secondMg / secondFlowGPerS < plan.leastNetMs)
    return { firstMg: fuelMg, secondMg: 0 };
  return { firstMg: fuelMg - secondMg, secondMg };
}

/** Least rise of the hand-over, %: shorter, the mixture jumps with every small change. */
const LEAST_HAND_OVER_PERCENT = 5;

/** Whether the hand-over of a plan rises over enough. */
export function handsOverGently(plan: Pick<StagingPlan, 'beginsAtPercent' | 'fullAtPercent'>): boolean {
  return plan.fullAtPercent - plan.beginsAtPercent >= LEAST_HAND_OVER_PERCENT - 1e-9;
}
