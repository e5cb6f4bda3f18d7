import { proxy } from 'comlink';
import { keptWorker } from './keptWorker';
import type { LogFilePeek, LogFileRead, LogFileRequest, LogFileWorker, UnpackedLog } from './logFileProtocol';

export type { LogFilePeek, LogFileRead, LogFileRequest };

const kept = keptWorker<LogFileWorker>(() => new Worker(new URL('./logFile.worker.ts', import.meta.url)));
let runs = 0;

/** A file that is being read. */
export interface RunningRead {
  /** What came of it; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<LogFileRead | null>;
  readonly cancel: () => void;
}

/** The log in a package; null where there is none, or it is damaged. */
export function unpackLog(file: Blob): Promise<UnpackedLog | null> {
  return kept.answer((remote) => remote.unpack(file));
}

/** How a file is written, and what its columns may be; null where it is no table. */
export function peekLogFile(file: Blob): Promise<LogFilePeek | null> {
  return kept.answer((remote) => remote.peek(file));
}

/** Reads a file in the worker. */
export function startLogRead(
  file: Blob,
  request: LogFileRequest,
  onProgress: (share: number) => void,
): RunningRead {
  runs += 1;
  const token = `read-${runs}`;
  const answer = kept.answer((remote) => remote.read(token, file, request, proxy(onProgress)));
  return { answer, cancel: () => void kept.remote().cancel(token) };
}
