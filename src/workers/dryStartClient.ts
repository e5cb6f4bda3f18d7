import { proxy } from 'comlink';
import type { Calibration } from '@/core/calibration';
import { drivable, isDrivable } from './drivable';
import type { DryStartAnswer, DryStartRequest, DryStartWorker, StartSetup } from './dryStartProtocol';
import { keptWorker } from './keptWorker';

/** The worker that single starts run in, and the first of a field’s: it has been readied while the screen was read. */
export const startWorker = keptWorker<DryStartWorker>(
  () => new Worker(new URL('./dryStart.worker.ts', import.meta.url)),
);
let runs = 0;

/** A dry start under way. */
export interface RunningDryStart {
  /** The answer; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<DryStartAnswer | null>;
  readonly cancel: () => void;
}

/** What a worker needs to start the engine with a document. @throws as {@link drivable}. */
export function dryStartRequest(document: Calibration, setup: StartSetup): DryStartRequest {
  return { ...drivable(document), setup };
}

const PREPARING = 'prepare';

/**
 * Loads the worker and lets it run once with nobody waiting: what is computed for the first time takes several times as long.
 * Does nothing where it has been made, or where the document cannot be started.
 */
export function prepareDryStart(document: Calibration, setup: StartSetup): void {
  if (startWorker.isMade() || !isDrivable(document)) return;
  const request = { ...dryStartRequest(document, setup), others: [] };
  // A worker that fails here fails again where somebody waits for it, and is told of there.
  startWorker
    .remote()
    .run(
      PREPARING,
      request,
      proxy(() => undefined),
    )
    .catch(() => undefined);
}

/** Starts a dry start in the worker. @throws as {@link dryStartRequest}. */
export function startDryStart(
  document: Calibration,
  setup: StartSetup,
  onProgress: (share: number) => void,
): RunningDryStart {
  const request = dryStartRequest(document, setup);
  void startWorker.remote().cancel(PREPARING);
  runs += 1;
  const token = `start-${runs}`;
  const answer = startWorker.answer((remote) => remote.run(token, request, proxy(onProgress)));
  return { answer, cancel: () => void startWorker.remote().cancel(token) };
}
