import type { Amount } from './convert';
import { type QuantityId, unitsOf } from './quantities';
import type { Unit } from './unit';

/** Why typed text is not an amount; `candidates` are what it could have meant. */
export interface TypedProblem {
  readonly code: 'empty' | 'not-a-number' | 'ambiguous-separator' | 'unknown-unit' | 'ambiguous-unit';
  readonly text: string;
  readonly candidates: readonly string[];
}

export type Typed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: TypedProblem };

function refuse(code: TypedProblem['code'], text: string, candidates: readonly string[] = []): Typed<never> {
  return { ok: false, problem: { code, text, candidates } };
}

const LEADING_NUMBER = /^([+\-−]?[\d.,'\u00a0\u202f ]*\d[.,]?(?:e[+\-−]?\d+)?)(.*)$/i;

/**
 * The number in typed text, with decimal point or comma and with or without thousands separators.
 * "1,234" can be 1234 or 1.234: it is the first that is possible where the number stands, and refused as ambiguous where
 * nothing is known of that; "0,745" and "1.234,5" are not.
 * Example: "1 234,5" → 1234.5.
 * @param possible whether a number could stand there at all.
 */
export function parseNumber(text: string, possible?: (value: number) => boolean): Typed<number> {
  const trimmed = text.trim();
  if (trimmed === '') return refuse('empty', text);
  let digits = trimmed.replaceAll('−', '-').replace(/(?<=\d)['\u00a0\u202f ](?=\d{3}(?!\d))/g, '');
  const commas = digits.split(',').length - 1;
  const points = digits.split('.').length - 1;
  if (commas > 0 && points > 0) {
    const decimal = digits.lastIndexOf(',') > digits.lastIndexOf('.') ? ',' : '.';
    const grouping = decimal === ',' ? '.' : ',';
    const [whole = '', ...rest] = digits.split(decimal);
    if (rest.length !== 1 || !isGrouped(whole, grouping)) return refuse('not-a-number', text);
    digits = `${whole.split(grouping).join('')}.${rest[0]}`;
  } else if (commas > 1 || points > 1) {
    const grouping = commas > 1 ? ',' : '.';
    if (!isGrouped(digits, grouping)) return refuse('not-a-number', text);
    digits = digits.split(grouping).join('');
  } else if (/^[+-]?[1-9]\d{0,2},\d{3}$/.test(digits)) {
    const readings = [digits.replace(',', ''), digits.replace(',', '.')];
    const value = readings.map(Number).find((reading) => possible?.(reading) === true);
    if (value !== undefined) return { ok: true, value };
    return refuse('ambiguous-separator', text, [...readings].reverse());
  } else {
    digits = digits.replace(',', '.');
  }
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(digits)) return refuse('not-a-number', text);
  const value = Number(digits);
  return Number.isFinite(value) ? { ok: true, value } : refuse('not-a-number', text);
}

/** True for "12.345.678" with "." and for a number without any separator. */
function isGrouped(whole: string, separator: string): boolean {
  const [first = '', ...groups] = whole.replace(/^[+-]/, '').split(separator);
  return /^\d{1,3}$/.test(first) ? groups.every((group) => /^\d{3}$/.test(group)) : groups.length === 0;
}

/**
 * The amount in typed text, which may carry its unit ("610 cc/min"); without one it takes `unit`.
 * A spelling shared by two units (psi, absolute or gauge) is the unit in use, or the only one in which the amount is possible;
 * else it is refused as ambiguous.
 * @param possible whether an amount could stand there at all.
 */
export function parseAmount(
  quantity: QuantityId,
  text: string,
  unit: string,
  possible?: (amount: Amount) => boolean,
): Typed<Amount> {
  if (text.trim() === '') return refuse('empty', text);
  const [, numberText, unitText = ''] = LEADING_NUMBER.exec(text.trim()) ?? [];
  if (numberText === undefined) return refuse('not-a-number', text);
  const spelling = unitText.replace(/\s+/g, '').toLowerCase();
  const matching = unitsOf(quantity).filter((candidate) => spellings(candidate).includes(spelling));
  const ids = spelling === '' ? [unit] : matching.map((candidate) => candidate.id);
  const fits = (amount: number) => ids.filter((id) => possible?.({ amount, unit: id }) === true);
  const number = parseNumber(numberText, (amount) => fits(amount).length > 0);
  if (!number.ok) return refuse(number.problem.code, text, number.problem.candidates);
  const [only] = ids;
  if (only === undefined) {
    return refuse(
      'unknown-unit',
      unitText.trim(),
      unitsOf(quantity).map((candidate) => candidate.label),
    );
  }
  const fitting = fits(number.value);
  const chosen =
    ids.includes(unit) || ids.length === 1 ? (ids.find((id) => id === unit) ?? only) : fitting[0];
  if (chosen === undefined || (ids.length > 1 && !ids.includes(unit) && fitting.length > 1)) {
    return refuse(
      'ambiguous-unit',
      unitText.trim(),
      matching.map((candidate) => candidate.label),
    );
  }
  return { ok: true, value: { amount: number.value, unit: chosen } };
}

function spellings(unit: Unit): string[] {
  const plain = [unit.id, unit.label].map((name) => name.replace(/\s+/g, '').toLowerCase());
  return [...plain, ...unit.aliases];
}

/** A sentence for a refusal: what is wrong and what to do. */
export function typedProblemMessage({ code, text, candidates }: TypedProblem): string {
  switch (code) {
    case 'empty':
      return 'Nothing is entered. Type a number.';
    case 'not-a-number':
      return `“${shorten(text)}” is not a number. Type digits with one decimal point or comma.`;
    case 'ambiguous-separator':
      return `“${shorten(text)}” can be read two ways. Type ${candidates.join(' or ')}.`;
    case 'unknown-unit':
      return `“${shorten(text)}” is not a unit for this. Use ${candidates.filter((label) => label !== '').join(', ')}.`;
    case 'ambiguous-unit':
      return `“${shorten(text)}” can mean ${candidates.join(' or ')}. Type which.`;
  }
}

function shorten(text: string): string {
  return text.length > 24 ? `${text.slice(0, 23)}…` : text;
}
