/** Points of a sensor's line: volts strictly increasing. */
export type VoltsCurve = readonly { readonly volts: number; readonly value: number }[];

/** Two points of the line value = offset + slope·V, over the usual 0…5 V. */
export function curveOfSlope(slopePerV: number, offset: number): VoltsCurve {
  return [
    { volts: 0, value: offset },
    { volts: 5, value: offset + 5 * slopePerV },
  ];
}

/**
 * Value at a voltage: straight between points, and straight on beyond the ends.
 * Example: 0.5 V → 20 kPa, 4.5 V → 300 kPa: 2.5 V → 160.
 */
export function valueAtVolts(curve: VoltsCurve, volts: number): number {
  const { from, to } = stretch(curve, (point) => volts > point.volts);
  return from.value + ((to.value - from.value) * (volts - from.volts)) / (to.volts - from.volts);
}

/** Voltage at a value, the inverse, for curves that only rise or only fall. */
export function voltsAtValue(curve: VoltsCurve, value: number): number {
  const rising = (curve[curve.length - 1]?.value ?? 0) > (curve[0]?.value ?? 0);
  const { from, to } = stretch(curve, (point) => (rising ? value > point.value : value < point.value));
  if (to.value === from.value) return from.volts;
  return from.volts + ((to.volts - from.volts) * (value - from.value)) / (to.value - from.value);
}

function stretch(curve: VoltsCurve, isPast: (point: VoltsCurve[number]) => boolean) {
  const last = curve.length - 1;
  let i = 0;
  while (i < last - 1 && isPast(curve[i + 1] as VoltsCurve[number])) i += 1;
  return { from: curve[i] as VoltsCurve[number], to: curve[i + 1] as VoltsCurve[number] };
}

/** Index of the first point that does not go on in the curve's direction; null when it only rises or only falls. */
export function turningPoint(curve: VoltsCurve): number | null {
  const direction = Math.sign((curve[1]?.value ?? 0) - (curve[0]?.value ?? 0));
  const found = curve.findIndex(
    (point, i) => i > 0 && Math.sign(point.value - (curve[i - 1] as VoltsCurve[number]).value) !== direction,
  );
  if (direction === 0) return 1;
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
