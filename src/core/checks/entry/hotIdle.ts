import { type Calibration, valueAt } from '../../calibration';
import { idleNeed } from '../../engine';
import { breathingNeeds, breathingOf } from '../../generators';

/** Coolant of a hot idle, °C. */
export const HOT_C = 80;

/** A hot idle as the description has it; null while that is incomplete. */
export function hotIdle(document: Calibration): { readonly kpa: number; readonly speedRpm: number } | null {
  if (breathingNeeds(document).some((path) => valueAt(document, path) === null)) return null;
  const { idle, idleSpeedRpm } = breathingOf(document, 'sporting');
  return { kpa: idleNeed(idle, idleSpeedRpm, HOT_C).manifoldKpa, speedRpm: idleSpeedRpm };
}
