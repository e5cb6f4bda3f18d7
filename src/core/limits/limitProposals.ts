/** Coolant temperatures that a limit is laid for, °C. */
export const LIMIT_COOLANT_BREAKPOINTS = [-30, -10, 10, 30, 50] as const;

/** Share of the normal limit in hard frost, and the temperature from which it is whole, °C. */
const COLD = { share: 0.6, atC: -30, wholeFromC: 50 } as const;

/** Between soft and hard limit, and between the hard one and the speed the engine bears, rev/min. */
const BELOW_MAXIMUM = { soft: 300, hard: 0 } as const;

/** Soft and hard speed for an engine that bears so many rev/min. */
export function proposedLimits(maxSpeedRpm: number): { readonly softRpm: number; readonly hardRpm: number } {
  return { softRpm: maxSpeedRpm - BELOW_MAXIMUM.soft, hardRpm: maxSpeedRpm - BELOW_MAXIMUM.hard };
}

/** The limit at a coolant temperature, rev/min: three fifths of the normal one in hard frost, straight up to all of it. */
export function proposedColdLimitRpm(hardRpm: number, coolantC: number): number {
  const way = Math.min(1, Math.max(0, (coolantC - COLD.atC) / (COLD.wholeFromC - COLD.atC)));
  return Math.round((hardRpm * (COLD.share + (1 - COLD.share) * way)) / 50) * 50;
}

/** How long a shift out of a gear is cut, ms: the larger the step of the ratios, the longer. */
export function proposedShiftMs(gear: number): number {
  return gear <= 0 ? 0 : Math.max(60, 100 - 10 * (gear - 1));
}
