import type { OperatingPoint } from '../fuel';
import { formatNumber } from '../units';

/** A named number that goes into a step. */
export interface StepInput {
  readonly symbol: string;
  readonly label: string;
  readonly value: string;
}

/** A number with its symbol, words and unit. */
export function input(
  symbol: string,
  label: string,
  value: number,
  decimals: number,
  unit: string,
): StepInput {
  return { symbol, label, value: `${formatNumber(value, decimals)}${unit === '' ? '' : ` ${unit}`}` };
}

/** Engine speed. */
export function speed(point: OperatingPoint): StepInput {
  return input('N', 'Speed', point.speedRpm, 0, 'rev/min');
}

/** Manifold pressure. */
export function pressure(point: OperatingPoint): StepInput {
  return input('p', 'Manifold pressure', point.manifoldKpa, 1, 'kPa abs');
}

/** Throttle, %. */
export function throttle(percent: number): StepInput {
  return input('α', 'Throttle', percent, 1, '%');
}

/** Coolant temperature. */
export function coolant(point: OperatingPoint): StepInput {
  return input('T_coolant', 'Coolant', point.coolantC, 1, '°C');
}
