import { proxy } from 'comlink';
import { keptWorker } from './keptWorker';
import type { LogOutRequest, LogOutWorker } from './logOutProtocol';

export type { LogOutRequest };

const kept = keptWorker<LogOutWorker>(() => new Worker(new URL('./logOut.worker.ts', import.meta.url)));
let runs = 0;

/** A file that is being written. */
export interface RunningWrite {
  /** The file; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<Blob | null>;
  readonly cancel: () => void;
}

/** Writes a log, alone or in a package, in the worker. */
export function startLogWrite(request: LogOutRequest, onProgress: (share: number) => void): RunningWrite {
  runs += 1;
  const token = `write-${runs}`;
  const answer = kept.answer((remote) => remote.write(token, request, proxy(onProgress)));
  return { answer, cancel: () => void kept.remote().cancel(token) };
}
