import { type Amount, type ConversionContext, formatSignificant, fromBase, toBase, unitOf } from '../units';
import type { QuantityFieldInfo } from './field';

/** Why an amount does not fit its field. Limits are in the unit that was typed. */
export interface LimitProblem {
  readonly code: 'too-small' | 'too-large' | 'not-whole';
  readonly limit: number;
  readonly unit: string;
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
  const base = toBase(field.quantity, amount, context);
  const at = (limit: number): LimitProblem['limit'] => fromBase(field.quantity, limit, amount.unit, context);
  const slack = (limit: number) => 1e-9 * Math.max(1, Math.abs(limit));
  if (base < field.min - slack(field.min)) {
    return { code: 'too-small', limit: at(field.min), unit: amount.unit };
  }
  if (base > field.max + slack(field.max)) {
    return { code: 'too-large', limit: at(field.max), unit: amount.unit };
  }
  if (field.whole === true && !Number.isInteger(base)) {
    return { code: 'not-whole', limit: Math.round(base), unit: amount.unit };
  }
  return null;
}

/** A sentence for a limit problem: what is wrong and what to do. */
export function limitMessage(field: QuantityFieldInfo, problem: LimitProblem): string {
  const unit = unitOf(field.quantity, problem.unit).label;
  const limit = `${formatSignificant(problem.limit, 4)}${unit === '' ? '' : ` ${unit}`}`;
  switch (problem.code) {
    case 'too-small':
      return `${field.label} must be at least ${limit}. Check the number and its unit.`;
    case 'too-large':
      return `${field.label} must be at most ${limit}. Check the number and its unit.`;
    case 'not-whole':
      return `${field.label} must be a whole number.`;
  }
}
