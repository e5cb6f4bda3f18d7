import {
  type Amount,
  type ConversionContext,
  formatSignificant,
  fromBase,
  STANDARD_CONTEXT,
  toBase,
  unitOf,
  unitsOf,
} from '../units';
import type { QuantityFieldInfo } from './field';

/** Why an amount does not fit its field. Limits are in the unit that was typed. */
export interface LimitProblem {
  readonly code: 'too-small' | 'too-large' | 'not-whole';
  readonly limit: number;
  readonly unit: string;
  readonly amount: number;
  /** Units in which the same number fits, by their labels: one of them is usually meant. */
  readonly fitsIn: readonly string[];
}

/**
 * Checks an amount against its field's limits.
 * @returns the problem, or null when the amount fits.
 */
export function limitProblem(
  field: QuantityFieldInfo,
  amount: Amount,
  context: ConversionContext,
): LimitProblem | null {
  const fixed = withUsualDensity(context);
  const beyond = sideOf(field, amount, fixed);
  const of = { unit: amount.unit, amount: amount.amount };
  if (beyond !== null) {
    const limit = fromBase(
      field.quantity,
      beyond === 'too-small' ? field.min : field.max,
      amount.unit,
      fixed,
    );
    const fitsIn = unitsOf(field.quantity)
      .filter(({ id }) => sideOf(field, { amount: amount.amount, unit: id }, fixed) === null)
      .map(({ label }) => label);
    return { code: beyond, limit, fitsIn, ...of };
  }
  const base = toBase(field.quantity, amount, context);
  if (field.whole === true && !Number.isInteger(base)) {
    return { code: 'not-whole', limit: Math.round(base), fitsIn: [], ...of };
  }
  return null;
}

function sideOf(
  { quantity, min, max }: QuantityFieldInfo,
  amount: Amount,
  context: ConversionContext,
): 'too-small' | 'too-large' | null {
  const base = toBase(quantity, amount, context);
  const slack = (limit: number) => 1e-9 * Math.max(1, Math.abs(limit));
  if (base < min - slack(min)) return 'too-small';
  return base > max + slack(max) ? 'too-large' : null;
}

/** What an injector may flow does not move with the density that is typed beside it. */
function withUsualDensity(context: ConversionContext): ConversionContext {
  return { ...context, ratedDensityGPerCm3: STANDARD_CONTEXT.ratedDensityGPerCm3 };
}

/** A sentence or two for a limit problem: the unit that was likely meant first, what is wrong, what to do. */
export function limitMessage(field: QuantityFieldInfo, problem: LimitProblem): string {
  const unit = unitOf(field.quantity, problem.unit).label;
  const limit = `${formatSignificant(problem.limit, 4)}${unit === '' ? '' : ` ${unit}`}`;
  const meant =
    problem.fitsIn.length === 0
      ? ''
      : `${formatSignificant(problem.amount, 6)} looks like ${problem.fitsIn.join(' or ')}: choose that unit if it is meant. `;
  switch (problem.code) {
    case 'too-small':
      return `${meant}${field.label} must be at least ${limit}. Check the number and its unit.`;
    case 'too-large':
      return `${meant}${field.label} must be at most ${limit}. Check the number and its unit.`;
    case 'not-whole':
      return `${field.label} must be a whole number.`;
  }
}
