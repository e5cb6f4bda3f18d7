import { proxy } from 'comlink';
import type { Calibration } from '@/core/calibration';
import { dryStartRequest } from './dryStartClient';
import type { Cure, DryStartWorker, StartSetup } from './dryStartProtocol';
import { keptWorker } from './keptWorker';

/** Searches have a worker of their own: a start that is asked meanwhile does not wait for them. */
const kept = keptWorker<DryStartWorker>(() => new Worker(new URL('./dryStart.worker.ts', import.meta.url)));
let runs = 0;

/** A search under way. */
export interface RunningSearch<Found> {
  /** What was found; null after a cancel. Rejects when the worker fails. */
  readonly found: Promise<Found | null>;
  readonly cancel: () => void;
}

/**
 * Looks for curves of starting with which the engine starts.
 * @param onTried is told how many starts were tried.
 * @throws as {@link dryStartRequest}.
 */
export function searchCure(
  document: Calibration,
  setup: StartSetup,
  onTried: (starts: number) => void,
): RunningSearch<Cure> {
  const request = dryStartRequest(document, setup);
  runs += 1;
  const token = `cure-${runs}`;
  return {
    found: kept.answer((remote) => remote.cure(token, request, proxy(onTried))),
    cancel: () => void kept.remote().cancel(token),
  };
}
