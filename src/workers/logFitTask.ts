import { fittingLogs, idleFactsOf, idleSentences } from '@/core/log';
import { rankedCauses } from '@/core/logCauses';
import { loopPlant, ownFactor, sparkStudy, startStudy } from '@/core/logStudies';
import { bandsOf, lookingForEvents } from '@/core/logEvents';
import type { RunPort } from './cancellable';
import {
  type EventsRequest,
  type FitAnswer,
  type FitRequest,
  type LoopPlantAnswer,
  type LoopPlantRequest,
  type OwnFactorAnswer,
  type OwnFactorRequest,
  type SparkAnswer,
  type SparkRequest,
  type StartsAnswer,
  type StartsRequest,
  type SeenLog,
  STAGE_SHARE,
} from './logFitProtocol';

/** Compares logs with a map and looks for what lies behind, a stage at a time. @returns null when `cancelled` said so. */
export async function runLogFit({ drives, task }: FitRequest, port: RunPort): Promise<FitAnswer | null> {
  const fitting = fittingLogs(drives, task);
  let begun = 0;
  for (;;) {
    const step = fitting.next();
    if (step.done === true) {
      const fit = step.value;
      port.onProgress(STAGE_SHARE.causes);
      await port.breathe();
      if (port.cancelled()) return null;
      return { fit, causes: rankedCauses(fit.bins, { task, cells: fit.cells }) };
    }
    if (port.cancelled()) return null;
    if (step.value === 'reading') begun += 1;
    const share = STAGE_SHARE[step.value];
    port.onProgress(
      step.value === 'fit' ? share : (share + STAGE_SHARE.fit * (begun - 1)) / Math.max(1, drives.length),
    );
    await port.breathe();
  }
}

/** Looks for the factor that a correction should have had. @returns null when `cancelled` said so before it began. */
export async function runOwnFactor(
  { drives, task, ask }: OwnFactorRequest,
  port: Omit<RunPort, 'onProgress'>,
): Promise<OwnFactorAnswer | null> {
  await port.breathe();
  return port.cancelled() ? null : { found: ownFactor(drives, task, ask) };
}

/** Looks for the least spark for the torque. @returns null when `cancelled` said so before it began. */
export async function runSpark(
  { logs, from }: SparkRequest,
  port: Omit<RunPort, 'onProgress'>,
): Promise<SparkAnswer | null> {
  await port.breathe();
  return port.cancelled() ? null : { study: sparkStudy(logs, from) };
}

/** Looks for what starts asked for. @returns null when `cancelled` said so before it began. */
export async function runStarts(
  { drives, ask }: StartsRequest,
  port: Omit<RunPort, 'onProgress'>,
): Promise<StartsAnswer | null> {
  await port.breathe();
  return port.cancelled() ? null : { study: startStudy(drives, ask) };
}

/** Looks for delay and lag of lambda. @returns null when `cancelled` said so before it began. */
export async function runLoopPlant(
  { logs, task }: LoopPlantRequest,
  port: Omit<RunPort, 'onProgress'>,
): Promise<LoopPlantAnswer | null> {
  await port.breathe();
  return port.cancelled() ? null : { plant: loopPlant(logs, task) };
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
