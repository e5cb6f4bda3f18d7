import { proxy } from 'comlink';
import type { LogFit } from '@/core/log';
import { keptWorker } from './keptWorker';
import type { FitRequest, LogFitWorker } from './logFitProtocol';

const kept = keptWorker<LogFitWorker>(() => new Worker(new URL('./logFit.worker.ts', import.meta.url)));
let runs = 0;

/** A comparison under way. */
export interface RunningFit {
  /** What the log says; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<LogFit | null>;
  readonly cancel: () => void;
}

/** Compares a log with a map in the worker. */
export function startLogFit(request: FitRequest, onProgress: (share: number) => void): RunningFit {
  runs += 1;
  const token = `fit-${runs}`;
  const answer = kept.answer((remote) => remote.run(token, request, proxy(onProgress)));
  return { answer, cancel: () => void kept.remote().cancel(token) };
}
