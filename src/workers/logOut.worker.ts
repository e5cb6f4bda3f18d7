import { expose } from 'comlink';
import { keptRuns } from './cancellable';
import type { LogOutWorker } from './logOutProtocol';
import { writeLog } from './logOutTask';

const runs = keptRuns();

const worker: LogOutWorker = {
  write: (token, request, onProgress) => runs.run(token, onProgress, (port) => writeLog(request, port)),
  cancel: runs.cancel,
};

expose(worker);
