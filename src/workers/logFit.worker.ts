import { expose } from 'comlink';
import { keptRuns } from './cancellable';
import type { LogFitWorker } from './logFitProtocol';
import { runLogEvents, runLogFit, runLoopPlant, runOwnFactor, runSpark, runStarts } from './logFitTask';

const runs = keptRuns();

const worker: LogFitWorker = {
  run: (token, request, onStage) => runs.run(token, onStage, (port) => runLogFit(request, port)),
  ownFactor: (token, request) =>
    runs.run(
      token,
      () => undefined,
      (port) => runOwnFactor(request, port),
    ),
  spark: (token, request) =>
    runs.run(
      token,
      () => undefined,
      (port) => runSpark(request, port),
    ),
  starts: (token, request) =>
    runs.run(
      token,
      () => undefined,
      (port) => runStarts(request, port),
    ),
  loopPlant: (token, request) =>
    runs.run(
      token,
      () => undefined,
      (port) => runLoopPlant(request, port),
    ),
  events: (token, request) =>
    runs.run(
      token,
      () => undefined,
      (port) => runLogEvents(request, port),
    ),
  cancel: runs.cancel,
};

expose(worker);
