import { foundDelay } from './delay';
import type { InjectionFacts } from './injectionFacts';
import type { LeftOutReason } from './leftOut';
import type { Log } from './log';
import type { MapTask } from './mapTask';
import { KEPT, readingsOf, reasonCode } from './readings';
import { type Samples, samplesOf } from './samples';

/**
 * Samples of steady running under the delay that is found in a log: errors of the mixture itself, whatever part the map of the task has
 * in it, and their places on that map.
 * @param taken reasons that leave nothing out here, as cold running where that is what is asked about.
 */
export function steadySamples(
  log: Log,
  task: MapTask,
  then: InjectionFacts | null = null,
  taken: readonly LeftOutReason[] = [],
): Samples {
  const readings = readingsOf(log, task, then);
  const delay = foundDelay(readings, task);
  const codes = ['otherFuel' as const, ...taken].map(reasonCode);
  const reason = readings.reason.map((code) => (codes.includes(code) ? KEPT : code));
  const gain = new Float64Array(readings.gain.length).fill(1);
  return samplesOf({ ...readings, reason, gain }, task, delay);
}
