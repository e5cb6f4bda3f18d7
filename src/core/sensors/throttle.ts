import { curveThrough } from '../numeric';
import type { FaultBand, VoltsCurve } from './linear';

/** The two captured ends of the throttle sensor. Falling sensors have the closed end higher. */
export interface ThrottleRange extends FaultBand {
  readonly closedV: number;
  readonly openV: number;
}

/** What wide open reads, %: not 100, so that a little more is no fault. */
const WIDE_OPEN_PERCENT = 98;

/** Least distance of each end from the fault band, and of the fault band from the rails, V. */
export const HEAD_ROOM_V = 0.15;
export const RAILS_V = { low: 0.1, high: 4.9 } as const;
const LEAST_SPAN_V = 1;

/** Throttle opening at a voltage, %: 0 closed, 98 wide open, not below 0 nor above 100. */
export function throttlePercent({ closedV, openV }: ThrottleRange, volts: number): number {
  const percent = ((volts - closedV) / (openV - closedV)) * WIDE_OPEN_PERCENT;
  return Math.min(100, Math.max(0, percent));
}

/** The two ends as points of opening, %, against volts. @throws {RangeError} where both ends are one voltage. */
export function throttleCurve({ closedV, openV }: Pick<ThrottleRange, 'closedV' | 'openV'>): VoltsCurve {
  const ends: [number, number][] = [
    [closedV, 0],
    [openV, WIDE_OPEN_PERCENT],
  ];
  return curveThrough(ends.sort(([a], [b]) => a - b));
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

/** What is wrong with a throttle range: an end or a fault band too close to something, with the voltage that is. */
export interface ThrottleProblem {
  readonly code: 'endsTogether' | 'openTight' | 'closedTight' | 'lowOnRail' | 'highOnRail';
  readonly volts: number;
}

/** Ends too close together or to the fault bands, and fault bands on the rails. */
export function throttleProblems(range: ThrottleRange): ThrottleProblem[] {
  const { closedV, openV, lowV, highV } = range;
  const span = Math.abs(openV - closedV);
  if (span < LEAST_SPAN_V) return [{ code: 'endsTogether', volts: span }];
  const room = throttleHeadRoom(range);
  const tight = (value: number) => value < HEAD_ROOM_V - 1e-9;
  const found: (ThrottleProblem | false)[] = [
    tight(room.openV) && { code: 'openTight', volts: room.openV },
    tight(room.closedV) && { code: 'closedTight', volts: room.closedV },
    lowV < RAILS_V.low && { code: 'lowOnRail', volts: lowV },
    highV > RAILS_V.high && { code: 'highOnRail', volts: highV },
  ];
  return found.filter((problem) => problem !== false);
}
