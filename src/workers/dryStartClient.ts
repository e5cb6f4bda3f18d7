import { proxy, wrap, type Remote } from 'comlink';
import type { DryStartAnswer, DryStartRequest, DryStartWorker } from './dryStartProtocol';

let worker: Worker | null = null;
let remote: Remote<DryStartWorker> | null = null;

/** A dry start under way. */
export interface RunningDryStart {
  /** The answer; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<DryStartAnswer | null>;
  readonly cancel: () => void;
}

/** Starts a dry start in the worker, which is made on first use and kept. */
export function startDryStart(
  request: DryStartRequest,
  onProgress: (share: number) => void,
): RunningDryStart {
  worker ??= new Worker(new URL('./dryStart.worker.ts', import.meta.url));
  remote ??= wrap<DryStartWorker>(worker);
  const running = remote;
  const failed = new Promise<never>((_, reject) => {
    if (worker === null) return;
    worker.onerror = () => {
      dropWorker();
      reject(new Error('The simulation stopped unexpectedly.'));
    };
  });
  const answer = Promise.race([running.run(request, proxy(onProgress)), failed]);
  return { answer, cancel: () => void running.cancel() };
}

function dropWorker(): void {
  worker?.terminate();
  worker = null;
  remote = null;
}
