import { proxy, transfer } from 'comlink';
import type { Log, LogFit, MapTask } from '@/core/log';
import type { EventContext } from '@/core/logEvents';
import { keptWorker } from './keptWorker';
import type { LogFitWorker, SeenLog } from './logFitProtocol';
import { buffersOf, copiedLog } from './sentLog';

const kept = keptWorker<LogFitWorker>(() => new Worker(new URL('./logFit.worker.ts', import.meta.url)));
let runs = 0;

/** A look at a log under way. */
export interface RunningLook<Answer> {
  /** What the log says; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<Answer | null>;
  readonly cancel: () => void;
}

/** Hands a copy of a log to the worker and asks it something. */
function startLook<Answer>(
  name: string,
  log: Log,
  ask: (
    remote: Parameters<Parameters<typeof kept.answer>[0]>[0],
    token: string,
    copy: Log,
  ) => Promise<Answer | null>,
): RunningLook<Answer> {
  runs += 1;
  const token = `${name}-${runs}`;
  let goesOn = true;
  let asked = false;
  const answer = copiedLog(log, () => goesOn).then((copy) => {
    if (copy === null || !goesOn) return null;
    asked = true;
    return kept.answer((remote) => ask(remote, token, copy));
  });
  return {
    answer,
    cancel: () => {
      goesOn = false;
      if (asked) void kept.remote().cancel(token);
    },
  };
}

/** Compares a log with a map in the worker. */
export function startLogFit(
  log: Log,
  task: MapTask,
  onProgress: (share: number) => void,
): RunningLook<LogFit> {
  return startLook('fit', log, (remote, token, copy) =>
    remote.run(token, transfer({ log: copy, task }, buffersOf(copy)), proxy(onProgress)),
  );
}

/** Looks in the worker for what happened in a log. */
export function startLogEvents(log: Log, context: EventContext): RunningLook<SeenLog> {
  return startLook('events', log, (remote, token, copy) =>
    remote.events(token, transfer({ log: copy, context }, buffersOf(copy))),
  );
}
