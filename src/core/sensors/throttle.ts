import type { FaultBand } from './linear';

/** The two captured ends of the throttle sensor. Falling sensors have the closed end higher. */
export interface ThrottleRange extends FaultBand {
  readonly closedV: number;
  readonly openV: number;
}

/** What wide open reads, %: not 100, so that a little more is no fault. */
export const WIDE_OPEN_PERCENT = 98;

/** Least distance of each end from the fault band, and of the fault band from the rails, V. */
const HEAD_ROOM_V = 0.15;
const RAILS_V = { low: 0.1, high: 4.9 } as const;
const LEAST_SPAN_V = 1;

/** Throttle opening at a voltage, %: 0 closed, 98 wide open, not below 0 nor above 100. */
export function throttlePercent({ closedV, openV }: ThrottleRange, volts: number): number {
  const percent = ((volts - closedV) / (openV - closedV)) * WIDE_OPEN_PERCENT;
  return Math.min(100, Math.max(0, percent));
}

/** Distance of each end to the fault band on its side, V. */
export function throttleHeadRoom({ closedV, openV, lowV, highV }: ThrottleRange): {
  readonly closedV: number;
  readonly openV: number;
} {
  const rising = openV > closedV;
  return rising
    ? { closedV: closedV - lowV, openV: highV - openV }
    : { closedV: highV - closedV, openV: openV - lowV };
}

/** What is wrong with a throttle range, by the field it stands at. */
export interface ThrottleProblem {
  readonly field: 'closedVolts' | 'openVolts' | 'faultLow' | 'faultHigh';
  readonly message: string;
}

/** Ends too close together or to the fault bands, and fault bands on the rails. */
export function throttleProblems(range: ThrottleRange): ThrottleProblem[] {
  const { closedV, openV, lowV, highV } = range;
  const found: ThrottleProblem[] = [];
  if (Math.abs(openV - closedV) < LEAST_SPAN_V) {
    found.push({
      field: 'openVolts',
      message: `Closed and wide open are only ${Math.abs(openV - closedV).toFixed(2)} V apart. Capture both ends again, with the pedal.`,
    });
    return found;
  }
  const room = throttleHeadRoom(range);
  const tight = (value: number) => value < HEAD_ROOM_V - 1e-9;
  if (tight(room.openV)) {
    found.push({
      field: 'openVolts',
      message: `Wide open is ${room.openV.toFixed(2)} V from the fault band: full throttle will soon read as a fault. Leave ${HEAD_ROOM_V} V.`,
    });
  }
  if (tight(room.closedV)) {
    found.push({
      field: 'closedVolts',
      message: `Closed is ${room.closedV.toFixed(2)} V from the fault band: a closed throttle will soon read as a fault. Leave ${HEAD_ROOM_V} V.`,
    });
  }
  if (lowV < RAILS_V.low) {
    found.push({
      field: 'faultLow',
      message: `Below ${RAILS_V.low} V a short to ground cannot be told. Raise it.`,
    });
  }
  if (highV > RAILS_V.high) {
    found.push({ field: 'faultHigh', message: `Above ${RAILS_V.high} V a break cannot be told. Lower it.` });
  }
  return found;
}
