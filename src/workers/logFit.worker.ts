import { expose } from 'comlink';
import { keptRuns } from './cancellable';
import type { LogFitWorker } from './logFitProtocol';
import { runLogFit } from './logFitTask';

const runs = keptRuns();

const worker: LogFitWorker = {
  run: (token, request, onStage) => runs.run(token, onStage, (port) => runLogFit(request, port)),
  cancel: runs.cancel,
};

expose(worker);
