import { curveThrough, lookUpCurve } from '../numeric';

/**
 * How much of the way from intake air to coolant temperature the charge is heated, by share of full air flow: slow
 * air is heated more. 0.45 at idle flow to 0.05 at full flow; the steps between are a smooth fall.
 */
export const HEATING_BY_FLOW_SHARE: readonly (readonly [share: number, heating: number])[] = [
  [0.02, 0.45],
  [0.08, 0.34],
  [0.2, 0.22],
  [0.5, 0.11],
  [1, 0.05],
];

const HEATING = curveThrough(HEATING_BY_FLOW_SHARE);

/** Heating coefficient k, 0.05…0.45, at a share of full air flow. */
export function chargeHeating(flowShare: number): number {
  return lookUpCurve(HEATING, flowShare);
}

/**
 * Temperature of the charge, °C: T_air + k·(T_coolant − T_air).
 * Example: air 20 °C, coolant 80 °C, k 0.45 → 47 °C.
 */
export function chargeTemperatureC(airC: number, coolantC: number, heating: number): number {
  return airC + heating * (coolantC - airC);
}
