/**
 * When the valves move, ° of crank in the cycle of one cylinder: 0 is its firing TDC, 180 BDC, 360 the TDC of valve
 * overlap, 540 BDC, 720 firing again.
 */
export interface ValveEvents {
  readonly exhaustOpensDeg: number;
  readonly exhaustClosesDeg: number;
  readonly intakeOpensDeg: number;
  readonly intakeClosesDeg: number;
}

/**
 * Valve events from the angles on a cam card.
 * Example: opens 18 before, closes 58 after, exhaust opens 60 before, closes 16 after → 342, 598, 120, 376.
 */
export function valveEventsFromAngles(card: {
  readonly intakeOpens: number;
  readonly intakeCloses: number;
  readonly exhaustOpens: number;
  readonly exhaustCloses: number;
}): ValveEvents {
  return {
    exhaustOpensDeg: 180 - card.exhaustOpens,
    exhaustClosesDeg: 360 + card.exhaustCloses,
    intakeOpensDeg: 360 - card.intakeOpens,
    intakeClosesDeg: 540 + card.intakeCloses,
  };
}

/**
 * Valve events from lobe centres and durations; the lobes are taken as symmetrical.
 * Example: centre 110 after, duration 256 → opens at 342, closes at 598.
 */
export function valveEventsFromLobes(lobes: {
  readonly intakeCentre: number;
  readonly intakeDuration: number;
  readonly exhaustCentre: number;
  readonly exhaustDuration: number;
}): ValveEvents {
  return {
    exhaustOpensDeg: 360 - lobes.exhaustCentre - lobes.exhaustDuration / 2,
    exhaustClosesDeg: 360 - lobes.exhaustCentre + lobes.exhaustDuration / 2,
    intakeOpensDeg: 360 + lobes.intakeCentre - lobes.intakeDuration / 2,
    intakeClosesDeg: 360 + lobes.intakeCentre + lobes.intakeDuration / 2,
  };
}

/** Angle over which both valves are open, °; zero when there is none. Example: 342 and 376 → 34. */
export function overlapDeg(events: ValveEvents): number {
  return Math.max(0, events.exhaustClosesDeg - events.intakeOpensDeg);
}

/** Durations and lobe centres that follow from the events, ° of crank: the other way of giving the same cam. */
export function lobesOf(events: ValveEvents) {
  return {
    intakeDurationDeg: events.intakeClosesDeg - events.intakeOpensDeg,
    intakeCentreDeg: (events.intakeClosesDeg + events.intakeOpensDeg) / 2 - 360,
    exhaustDurationDeg: events.exhaustClosesDeg - events.exhaustOpensDeg,
    exhaustCentreDeg: 360 - (events.exhaustClosesDeg + events.exhaustOpensDeg) / 2,
  };
}

/** Shortest time a valve is open that makes sense, ° of crank. */
const SHORTEST_DEG = 120;

/** A valve that would be open for no time that makes sense. */
export interface ValveEventsProblem {
  readonly valve: 'intake' | 'exhaust';
  readonly openDeg: number;
}

/** What cannot be in a set of valve events; null when it can. */
export function valveEventsProblem(events: ValveEvents): ValveEventsProblem | null {
  const { intakeDurationDeg, exhaustDurationDeg } = lobesOf(events);
  if (intakeDurationDeg < SHORTEST_DEG) return { valve: 'intake', openDeg: intakeDurationDeg };
  return exhaustDurationDeg < SHORTEST_DEG ? { valve: 'exhaust', openDeg: exhaustDurationDeg } : null;
}
