import { expose, transfer } from 'comlink';
import { keptRuns } from './cancellable';
import type { DriveWorker } from './driveProtocol';
import { runDrive } from './driveTask';
import { measureDelay } from './loopTask';
import { cureTransients } from './transientTask';

const runs = keptRuns();

const worker: DriveWorker = {
  async run(token, request, onProgress) {
    const answer = await runs.run(token, onProgress, (port) => runDrive(request, port));
    if (answer === null) return null;
    return transfer(
      answer,
      Object.values(answer.trace.columns).map(({ buffer }) => buffer as ArrayBuffer),
    );
  },
  cure: (token, request, onProgress) => runs.run(token, onProgress, (port) => cureTransients(request, port)),
  measure: (token, request, onProgress) => runs.run(token, onProgress, (port) => measureDelay(request, port)),
  cancel: runs.cancel,
};

expose(worker);
