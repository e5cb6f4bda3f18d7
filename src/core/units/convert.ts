import { type QuantityId, unitOf } from './quantities';
import { type ConversionContext, STANDARD_CONTEXT } from './unit';

/** A number as it was typed, with its unit. */
export interface Amount {
  readonly amount: number;
  readonly unit: string;
}

/**
 * The amount in the base unit of its quantity.
 * Example: 3 bar gauge as absolute pressure at 81 kPa barometric is 381 kPa.
 * @throws {RangeError} if the unit does not belong to the quantity.
 */
export function toBase(
  quantity: QuantityId,
  { amount, unit }: Amount,
  context: ConversionContext = STANDARD_CONTEXT,
): number {
  return unitOf(quantity, unit).toBase(amount, context);
}

/**
 * A base-unit value expressed in another unit of the quantity; the inverse of {@link toBase}.
 * @throws {RangeError} if the unit does not belong to the quantity.
 */
export function fromBase(
  quantity: QuantityId,
  base: number,
  unit: string,
  context: ConversionContext = STANDARD_CONTEXT,
): number {
  return unitOf(quantity, unit).fromBase(base, context);
}

/** Digits kept of a number that was converted: more would be noise of the conversion. */
const CONVERTED_DIGITS = 10;

/**
 * A number in another unit of its quantity, there and back the same; untouched where the unit stays.
 * Example: 2.51 ms in µs is 2510.
 * @throws {RangeError} if a unit does not belong to the quantity.
 */
export function inUnit(
  quantity: QuantityId,
  typed: Amount,
  unit: string,
  context: ConversionContext = STANDARD_CONTEXT,
): number {
  if (typed.unit === unit) return typed.amount;
  const converted = fromBase(quantity, toBase(quantity, typed, context), unit, context);
  return Number(converted.toPrecision(CONVERTED_DIGITS));
}
