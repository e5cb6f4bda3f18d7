import { baseValue, type Calibration, conversionContext } from '../calibration';
import { deadTimeAt, deadTimeSurface, pressureAcrossKpa } from '../injector';
import { IDLE_POINT, idleNetMs } from './injectorMeaning';

/** How far dead time is wrong, and what idle lambda does when the battery falls. */
export interface BatteryError {
  readonly wrongPercent: number;
  /** Positive: leaner than intended. */
  readonly lambdaPercent: number;
}

/** Battery the idle was trimmed at, and with lights and fan on, V. */
export const BATTERY_STEP = { fromV: 14, toV: 12 } as const;
const WRONG_PERCENT = [5, 10, 20] as const;

/**
 * Lambda error at idle, trimmed right at 14.0 V, when the battery falls to 12.0 V with a dead time that is wrong by a
 * share everywhere: the injector then lacks that share of the difference of the two dead times.
 * Example: net 1.2 ms, dead times 0.97 and 1.24 ms, 10 % short: 0.027 ms of 1.2 → 2.3 % lean.
 */
export function batteryErrors(netMs: number, deadFromMs: number, deadToMs: number): BatteryError[] {
  return WRONG_PERCENT.map((wrongPercent) => {
    const missingMs = (wrongPercent / 100) * (deadToMs - deadFromMs);
    return { wrongPercent, lambdaPercent: 100 * (netMs / (netMs - missingMs) - 1) };
  });
}

/** The same for a document; null while something is missing. */
export function idleBatteryErrors(document: Calibration): BatteryError[] | null {
  const { deadTime, regulator } = document.injectors;
  const netMs = idleNetMs(document);
  const rail = baseValue(document, 'injectors.railPressure');
  if (deadTime === null || regulator === null || netMs === null || rail === null) return null;
  const surface = deadTimeSurface(deadTime);
  const { barometricKpa } = conversionContext(document);
  const across = pressureAcrossKpa(regulator.value, rail, barometricKpa, IDLE_POINT.manifoldPressure);
  return batteryErrors(
    netMs,
    deadTimeAt(surface, BATTERY_STEP.fromV, across),
    deadTimeAt(surface, BATTERY_STEP.toV, across),
  );
}
