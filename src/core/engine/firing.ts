import { CYCLE_DEG } from '../units';

/** One cylinder's firing TDC in the cycle. */
export interface FiringEvent {
  readonly cylinder: number;
  /** ° of crank after the firing TDC of cylinder 1, 0 to below 720. */
  readonly angleDeg: number;
}

/**
 * When each cylinder fires, in time, from cylinder 1 on; from the first in the order where there is no cylinder 1. Even:
 * one every 720°/cylinders; odd: at the angles given, in firing order. An order may begin anywhere in the cycle:
 * 3-4-2-1 is the engine 1-3-4-2.
 * Example: order 1-3-4-2 evenly → 0, 180, 360, 540.
 * @param oddAnglesDeg ° after the first cylinder in the order, increasing; null for an even engine.
 */
export function firingEvents(
  order: readonly number[],
  oddAnglesDeg: readonly number[] | null,
): FiringEvent[] {
  const angleAt = (place: number) => oddAnglesDeg?.[place] ?? (place * CYCLE_DEG) / order.length;
  const first = Math.max(0, order.indexOf(1));
  return order.map((_, i) => {
    const place = (first + i) % order.length;
    const angleDeg = angleAt(place) - angleAt(first) + (place < first ? CYCLE_DEG : 0);
    return { cylinder: order[place] as number, angleDeg };
  });
}

/** The wait before each firing, °, of firings in time: what the crank turns from the one before, round the cycle. */
export function firingIntervals(events: readonly FiringEvent[]): number[] {
  return events.map(({ angleDeg }, i) => {
    const before =
      i === 0 ? (events[events.length - 1]?.angleDeg ?? 0) - CYCLE_DEG : (events[i - 1]?.angleDeg ?? 0);
    return angleDeg - before;
  });
}

/** The turn after which firings come alike, °: from one to the next in an even engine, over a pair of them in many an odd one. */
export function firingRepeatDeg(events: readonly FiringEvent[]): number {
  const waits = firingIntervals(events);
  const { length } = waits;
  for (let after = 1; after < length; after += 1) {
    const alike = (wait: number, i: number) => Math.abs(wait - (waits[(i + after) % length] ?? 0)) < 0.5;
    if (length % after === 0 && waits.every(alike)) return (CYCLE_DEG * after) / length;
  }
  return CYCLE_DEG;
}

/** The cylinder that stands at TDC together with this one, one turn later in the cycle; null when there is none. */
export function companionOf(events: readonly FiringEvent[], cylinder: number): number | null {
  const own = events.find((event) => event.cylinder === cylinder);
  if (own === undefined) return null;
  const opposite = (own.angleDeg + CYCLE_DEG / 2) % CYCLE_DEG;
  return events.find((event) => Math.abs(event.angleDeg - opposite) < 0.5)?.cylinder ?? null;
}

/** What is wrong with the angles of an odd-fire engine. */
export type OddAnglesProblem =
  | { readonly code: 'count'; readonly given: number; readonly wanted: number }
  | { readonly code: 'firstNotZero'; readonly firstDeg: number };

/** Checks the angles of an odd-fire engine; null when nothing is wrong. */
export function oddAnglesProblem(anglesDeg: readonly number[], cylinders: number): OddAnglesProblem | null {
  if (anglesDeg.length !== cylinders) return { code: 'count', given: anglesDeg.length, wanted: cylinders };
  const firstDeg = anglesDeg[0] ?? 0;
  return firstDeg === 0 ? null : { code: 'firstNotZero', firstDeg };
}

/** What is wrong with a list of the cylinders on bank 2. */
export type BankProblem =
  | { readonly code: 'notACylinder'; readonly cylinder: number; readonly wanted: number }
  | { readonly code: 'twice' }
  | { readonly code: 'all' };

/** Checks a list of the cylinders on bank 2; null when nothing is wrong. */
export function bankProblem(bankTwo: readonly number[], cylinders: number): BankProblem | null {
  const outside = bankTwo.find((cylinder) => cylinder > cylinders);
  if (outside !== undefined) return { code: 'notACylinder', cylinder: outside, wanted: cylinders };
  if (new Set(bankTwo).size !== bankTwo.length) return { code: 'twice' };
  return bankTwo.length === cylinders ? { code: 'all' } : null;
}
