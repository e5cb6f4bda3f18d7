import { expose } from 'comlink';
import { keptRuns } from './cancellable';
import type { DryStartWorker } from './dryStartProtocol';
import { runDryStart } from './dryStartTask';

const runs = keptRuns();

const worker: DryStartWorker = {
  run: (token, request, onProgress) => runs.run(token, onProgress, (port) => runDryStart(request, port)),
  cancel: runs.cancel,
};

expose(worker);
