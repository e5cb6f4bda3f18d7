import type { MapTask } from '@/core/log';
import { gridOf } from '@/core/numeric';

/** What a log is compared with: a filling map by pressure of a 2 L engine, of whose injectors nothing is known. */
export function plainTask(
  x: readonly number[],
  y: readonly number[],
  values: readonly number[],
  change: Partial<MapTask> = {},
): MapTask {
  return {
    grid: gridOf({ x: [...x], y: [...y], values: [...values] }),
    load: 'manifoldPressure',
    displacementCm3: 2000,
    barometricKpa: 100,
    pulse: null,
    blended: null,
    now: null,
    ends: {},
    ...change,
  };
}
