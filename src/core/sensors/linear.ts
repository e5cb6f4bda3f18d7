import { type Curve, curveThrough, lookUpStraightOn } from '../numeric';

/** Points of a sensor's line: value against volts. */
export type VoltsCurve = Curve;

/** Two points of the line value = offset + slope·V, over the usual 0…5 V. */
export function curveOfSlope(slopePerV: number, offset: number): VoltsCurve {
  return curveThrough([
    [0, offset],
    [5, offset + 5 * slopePerV],
  ]);
}

/**
 * Value at a voltage: straight between points, and straight on beyond the ends.
 * Example: 0.5 V → 20 kPa, 4.5 V → 300 kPa: 2.5 V → 160.
 */
export function valueAtVolts(curve: VoltsCurve, volts: number): number {
  return lookUpStraightOn(curve, volts);
}

/** Index of the first point that does not go on in the curve's direction; null when it only rises or only falls. */
export function turningPoint({ values }: VoltsCurve): number | null {
  const stepTo = (i: number) => Math.sign((values[i] as number) - (values[i - 1] as number));
  const direction = stepTo(1);
  if (direction === 0) return 1;
  const found = values.findIndex((_, i) => i > 0 && stepTo(i) !== direction);
  return found === -1 ? null : found;
}

/** Outside these voltages a sensor is taken for unplugged or shorted, V. */
export interface FaultBand {
  readonly lowV: number;
  readonly highV: number;
}

/** What is odd about a fault band: it leaves nothing, or takes a voltage that is used. */
export type FaultBandProblem =
  | { readonly code: 'leavesNothing'; readonly lowV: number; readonly highV: number }
  | { readonly code: 'inUse'; readonly volts: number; readonly lowV: number; readonly highV: number };

/** Checks a fault band against the voltages that are used; null when nothing is odd. */
export function faultBandProblem(
  { lowV, highV }: FaultBand,
  usedV: readonly number[],
): FaultBandProblem | null {
  if (lowV >= highV) return { code: 'leavesNothing', lowV, highV };
  const volts = usedV.find((used) => used < lowV || used > highV);
  return volts === undefined ? null : { code: 'inUse', volts, lowV, highV };
}
