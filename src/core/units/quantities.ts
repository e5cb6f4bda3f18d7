import { current, inductance, resistance } from './electrical';
import { injectorFlow } from './flow';
import { altitude, length } from './length';
import { pressureAbsolute, pressureDifference, pressureGauge } from './pressure';
import {
  airFlow,
  angle,
  area,
  count,
  density,
  duration,
  frequency,
  lambda,
  mass,
  percentage,
  pulsesPerDistance,
  ratio,
  rotationalSpeed,
  seconds,
  throttleRate,
  vehicleSpeed,
  voltage,
} from './simple';
import { temperature, temperatureDifference } from './temperature';
import type { Quantity, Unit } from './unit';
import { volume } from './volume';

/** Every quantity a field may have, by id. */
export const QUANTITIES = {
  length,
  altitude,
  volume,
  rotationalSpeed,
  pressureAbsolute,
  pressureGauge,
  pressureDifference,
  injectorFlow,
  density,
  duration,
  seconds,
  temperature,
  voltage,
  count,
  ratio,
  angle,
  percentage,
  frequency,
  lambda,
  vehicleSpeed,
  pulsesPerDistance,
  resistance,
  current,
  inductance,
  airFlow,
  throttleRate,
  temperatureDifference,
  mass,
  area,
} as const satisfies Record<string, Quantity>;

/** The id of a quantity in {@link QUANTITIES}. */
export type QuantityId = keyof typeof QUANTITIES;

/** The ids of a quantity's units. */
export type UnitId<Q extends QuantityId> = (typeof QUANTITIES)[Q]['units'][number]['id'];

/** The unit that a quantity’s numbers are computed in. */
export function baseUnit(quantity: QuantityId): Unit {
  return QUANTITIES[quantity].units[0];
}

/** The units of a quantity, base first. */
export function unitsOf(quantity: QuantityId): readonly Unit[] {
  return QUANTITIES[quantity].units;
}

/**
 * The unit of a quantity by its id.
 * @throws {RangeError} if the quantity has no such unit; ids from files are checked by the schema before.
 */
export function unitOf(quantity: QuantityId, unitId: string): Unit {
  const unit = unitsOf(quantity).find((candidate) => candidate.id === unitId);
  if (unit === undefined) throw new RangeError(`${quantity} has no unit "${unitId}"`);
  return unit;
}
