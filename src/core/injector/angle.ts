import type { ValveEvents } from '../cams';
import { CYCLE_DEG, wrappedDeg } from '../units';

/** A stretch of the cycle, ° after firing TDC; `from` in 0…720, `to` beyond it by less than a cycle or so. */
export interface CrankStretch {
  readonly fromDeg: number;
  readonly toDeg: number;
}

/** Crank angle turned in a time, °. Example: 5 ms at 6000 rev/min → 180. */
export function crankDegrees(speedRpm: number, timeMs: number): number {
  return 0.006 * speedRpm * timeMs;
}

/**
 * When the spray of one injection reaches the valve, ° in its cylinder's cycle. The end is given at the valve, so the
 * injector itself closes earlier by the transport time.
 * @param endBeforeTdcDeg end of the spray at the valve, before firing TDC.
 */
export function sprayAtValve(endBeforeTdcDeg: number, speedRpm: number, flowingMs: number): CrankStretch {
  const end = CYCLE_DEG - endBeforeTdcDeg;
  const length = crankDegrees(speedRpm, flowingMs);
  const fromDeg = wrappedDeg(end - length);
  return { fromDeg, toDeg: fromDeg + length };
}

/** Angle by which the injector must close before the spray's end reaches the valve, °. */
export function transportDeg(speedRpm: number, transportMs: number): number {
  return crankDegrees(speedRpm, transportMs);
}

/** A spray that goes on for so many cycles loses the overlap’s part of each. */
const MANY_CYCLES = 4;

/** Share of the spray that meets both valves open, %: what may be blown through unburned. */
export function overlapLossPercent(spray: CrankStretch, valves: ValveEvents): number {
  const overlap = valves.exhaustClosesDeg - valves.intakeOpensDeg;
  const length = spray.toDeg - spray.fromDeg;
  if (overlap <= 0 || length <= 0) return 0;
  if (length >= MANY_CYCLES * CYCLE_DEG) return Math.min(100, (100 * overlap) / CYCLE_DEG);
  const first = Math.floor((spray.fromDeg - valves.exhaustClosesDeg) / CYCLE_DEG) + 1;
  let lost = 0;
  for (let from = valves.intakeOpensDeg + first * CYCLE_DEG; from < spray.toDeg; from += CYCLE_DEG) {
    lost += Math.min(spray.toDeg, from + overlap) - Math.max(spray.fromDeg, from);
  }
  return Math.min(100, (100 * lost) / length);
}

/**
 * End of injection that keeps as much of the spray as possible out of the overlap: just before the intake opens, so
 * that it waits on the hot closed valve. ° before firing TDC.
 * Example: intake opens at 342 → 720 − 342 = 378.
 */
export function proposedEndBeforeTdcDeg(valves: ValveEvents): number {
  const end = CYCLE_DEG - valves.intakeOpensDeg;
  return wrappedDeg(end);
}
