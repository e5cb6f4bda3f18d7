import { expose } from 'comlink';
import { keptRuns } from './cancellable';
import type { DryStartWorker } from './dryStartProtocol';
import { runDryStart } from './dryStartTask';
import { runSearch } from './searchTask';
import { cureSteps, endsOf } from '@/standin/startCure';
import { runStartField } from './startFieldTask';

const runs = keptRuns();

const worker: DryStartWorker = {
  run: (token, request, onProgress) => runs.run(token, onProgress, (port) => runDryStart(request, port)),
  runField: (token, request, onStart) =>
    runs.run(
      token,
      () => undefined,
      (port) => runStartField(request, port, onStart),
    ),
  cure: (token, request, onTried) =>
    runs.run(
      token,
      () => undefined,
      (port) => runSearch(cureSteps(request), port, onTried),
    ),
  ends: (token, { programs, car, setup }) =>
    runs.run(
      token,
      () => undefined,
      (port) => runSearch(endsOf(programs, car, setup), port, () => undefined),
    ),
  cancel: runs.cancel,
};

expose(worker);
