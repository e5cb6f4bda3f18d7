/** The crank at the last firing, and the mean speed since the one before: what an engine computer counts. */
export interface SpeedCount {
  turns: number;
  timeS: number;
  speedRpm: number;
}

/** A firing has come: the speed between it and the one before. */
export function countFiring(count: SpeedCount, turns: number, timeS: number): void {
  const passedS = timeS - count.timeS;
  count.speedRpm = passedS > 0 ? ((turns - count.turns) * 60) / passedS : 0;
  count.turns = turns;
  count.timeS = timeS;
}

/** Speed as it is counted now, rev/min: no more than the firing that has not come yet allows. */
export function countedRpm(
  { speedRpm, timeS: sinceS }: SpeedCount,
  timeS: number,
  intervalDeg: number,
): number {
  const passedS = timeS - sinceS;
  return passedS > 0 ? Math.min(speedRpm, intervalDeg / (6 * passedS)) : speedRpm;
}
