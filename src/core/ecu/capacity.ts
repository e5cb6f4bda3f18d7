import { deadTimeMs, netOfOpenMs } from '../injector';
import type { EcuProgram } from '../program';
import type { Injection } from './injection';

/** What is left of an injector set at an operating point, up to a duty. */
export interface Capacity {
  /** The most fuel one cylinder can get in a cycle, both sets together, mg. */
  readonly fuelMg: number;
  /** Fuel that could still be added to what is injected, % of it. */
  readonly headRoomPercent: number;
}

/**
 * The most fuel at an operating point, with the split between two sets as it is there. Dead time and short-pulse time do
 * not grow with fuel, so it is the net times that are compared; null where nothing is injected.
 * Example: 0.92 ms dead at 7000 rev/min (17.143 ms), to 85 %: 13.651 ms flow at the most; from 7.115 ms, 91.9 % more.
 * @param dutyLimitPercent the highest duty allowed, %.
 */
export function capacityAt(
  { injector, second }: EcuProgram,
  at: Injection,
  batteryV: number,
  dutyLimitPercent: number,
): Capacity | null {
  if (at.netMs <= 0) return null;
  const openMs = (at.cycleMs * dutyLimitPercent) / 100;
  const firstMs = netOfOpenMs(injector.shortPulse, openMs / injector.squirts - at.deadMs);
  let times = firstMs / at.netMs;
  if (second !== null && at.secondNetMs > 0) {
    const secondMs = Math.max(0, openMs - deadTimeMs(second.deadTime, batteryV));
    times = Math.min(times, secondMs / at.secondNetMs);
  }
  return { fuelMg: at.fuelMg * times, headRoomPercent: 100 * (times - 1) };
}
