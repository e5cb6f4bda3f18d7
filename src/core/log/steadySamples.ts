import { foundDelay, type LambdaDelay } from './delay';
import type { InjectionFacts } from './injectionFacts';
import type { LeftOutReason } from './leftOut';
import type { Log } from './log';
import type { MapTask } from './mapTask';
import { KEPT, type Readings, readingsOf, reasonCode } from './readings';
import { type Samples, samplesOf } from './samples';

/** A log read against a map, with how late its lambda is: what steady samples are taken from. */
export interface SteadyReading {
  readonly readings: Readings;
  readonly delay: LambdaDelay;
}

/** Reads a log for its steady samples. */
export function steadyReading(log: Log, task: MapTask, then: InjectionFacts | null = null): SteadyReading {
  const readings = readingsOf(log, task, then);
  return { readings, delay: foundDelay(readings, task) };
}

/** The steady samples of a log that is read; with those that are left out for the reasons named, too. */
export function steadyOf(
  { readings, delay }: SteadyReading,
  task: MapTask,
  taken: readonly LeftOutReason[] = [],
): Samples {
  const codes = ['otherFuel' as const, ...taken].map(reasonCode);
  const reason = readings.reason.map((code) => (codes.includes(code) ? KEPT : code));
  const gain = new Float64Array(readings.gain.length).fill(1);
  return samplesOf({ ...readings, reason, gain }, task, delay);
}

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
  return steadyOf(steadyReading(log, task, then), task, taken);
}
