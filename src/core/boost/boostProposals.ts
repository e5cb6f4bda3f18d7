/** A charger as its description has it; base units. */
export interface ChargerOutline {
  readonly drive: 'belt' | 'exhaust';
  readonly barometricKpa: number;
  /** Pressure ratio at top speed, or at full air flow. */
  readonly ratio: number;
  readonly topSpeedRpm: number;
  /** What its spring holds, kPa. */
  readonly springKpa: number;
}

/** How fast an exhaust-driven charger comes with speed, at full load: its ratio’s share rises beyond 1 before the top. */
const EXHAUST_RISE = 2.4;

/** Pressure with bypass or wastegate shut at full load, kPa: in proportion to speed by a belt, faster by the exhaust. */
export function shutKpa(
  { drive, barometricKpa, ratio, topSpeedRpm }: ChargerOutline,
  speedRpm: number,
): number {
  const share = speedRpm / topSpeedRpm;
  const rise = drive === 'belt' ? share : EXHAUST_RISE * share * Math.min(1, 2 * share);
  return barometricKpa * (1 + (ratio - 1) * rise);
}

/** Boost drives an exhaust charger further by itself: its valve is given so much less, and boost comes from below. */
const EXHAUST_CAUTION = 0.85;

/** Duty that holds a pressure, %: none at what the spring holds, all where the charger gives no more. */
export function proposedBoostDuty(charger: ChargerOutline, speedRpm: number, wantedKpa: number): number {
  const { springKpa } = charger;
  const most = shutKpa(charger, speedRpm);
  if (wantedKpa <= springKpa || most <= springKpa) return 0;
  const duty = (100 * (wantedKpa - springKpa)) / (most - springKpa);
  return Math.min(100, charger.drive === 'exhaust' ? EXHAUST_CAUTION * duty : duty);
}

/** Share of the boost over the spring’s that is asked for in neutral, where a brake may hold the engine, and in the low gears. */
const LOW_GEARS = [1, 0.4, 0.75] as const;

/** Pressure wanted in a gear, kPa: all of it from third on, of what is over the spring less below. */
export function proposedBoostTarget(springKpa: number, goalKpa: number, gear: number): number {
  const share = LOW_GEARS[gear] ?? 1;
  return Math.round(springKpa + share * Math.max(0, goalKpa - springKpa));
}
