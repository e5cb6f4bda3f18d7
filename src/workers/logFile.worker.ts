import { expose, transfer } from 'comlink';
import { keptRuns } from './cancellable';
import type { LogFileWorker } from './logFileProtocol';
import { peekLogFile, readLogFile, unpackLog } from './logFileTask';

const runs = keptRuns();

const worker: LogFileWorker = {
  unpack: unpackLog,
  peek: peekLogFile,
  async read(token, file, request, onProgress) {
    const read = await runs.run(token, onProgress, (port) => readLogFile(file, request, port));
    if (read === null) return null;
    const { timeS, columns, own = [] } = read.log;
    const rooms = [timeS, ...Object.values(columns), ...own.map(({ values }) => values)];
    return transfer(
      read,
      rooms.map(({ buffer }) => buffer as ArrayBuffer),
    );
  },
  cancel: runs.cancel,
};

expose(worker);
