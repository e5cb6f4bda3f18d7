import { fittingLog, idleFactsOf, idleSentences, type LogFit } from '@/core/log';
import { bandsOf, lookingForEvents } from '@/core/logEvents';
import type { RunPort } from './cancellable';
import { type EventsRequest, type FitRequest, type SeenLog, STAGE_SHARE } from './logFitProtocol';

/** Compares a log with a map, a stage at a time. @returns null when `cancelled` said so. */
export async function runLogFit({ log, task }: FitRequest, port: RunPort): Promise<LogFit | null> {
  const fitting = fittingLog(log, task);
  for (;;) {
    const step = fitting.next();
    if (step.done === true) return step.value;
    if (port.cancelled()) return null;
    port.onProgress(STAGE_SHARE[step.value]);
    await port.breathe();
  }
}

/** Looks for what happened in a log, a kind at a time. @returns null when `cancelled` said so. */
export async function runLogEvents(
  { log, context }: EventsRequest,
  port: Omit<RunPort, 'onProgress'>,
): Promise<SeenLog | null> {
  const looking = lookingForEvents(log, context);
  for (;;) {
    const step = looking.next();
    if (step.done === true) {
      return { ...step.value, bands: bandsOf(log), idled: idleSentences(idleFactsOf(log)) };
    }
    if (port.cancelled()) return null;
    await port.breathe();
  }
}
