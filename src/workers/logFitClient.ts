import { proxy, transfer } from 'comlink';
import type { DrivenLog, Log, MapTask } from '@/core/log';
import type { EventContext } from '@/core/logEvents';
import type { OwnFactorAsk, StartedLog, StartsAsk, TorqueFrom } from '@/core/logStudies';
import { keptWorker } from './keptWorker';
import type {
  FitAnswer,
  LogFitWorker,
  LoopPlantAnswer,
  OwnFactorAnswer,
  SeenLog,
  SparkAnswer,
  StartsAnswer,
} from './logFitProtocol';
import { buffersOf, copiedLog } from './sentLog';

const kept = keptWorker<LogFitWorker>(() => new Worker(new URL('./logFit.worker.ts', import.meta.url)));
let runs = 0;

/** A look at a log under way. */
export interface RunningLook<Answer> {
  /** What the log says; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<Answer | null>;
  readonly cancel: () => void;
}

/** Hands copies of logs to the worker and asks it something. @param own columns that are no channels of ours, and are wanted there. */
function startLook<Answer>(
  name: string,
  logs: readonly Log[],
  ask: (
    remote: Parameters<Parameters<typeof kept.answer>[0]>[0],
    token: string,
    copies: readonly Log[],
  ) => Promise<Answer | null>,
  own: readonly string[] = [],
): RunningLook<Answer> {
  runs += 1;
  const token = `${name}-${runs}`;
  let goesOn = true;
  let asked = false;
  const answer = copiedLogs(logs, () => goesOn, own).then((copies) => {
    if (copies === null || !goesOn) return null;
    asked = true;
    return kept.answer((remote) => ask(remote, token, copies));
  });
  return {
    answer,
    cancel: () => {
      goesOn = false;
      if (asked) void kept.remote().cancel(token);
    },
  };
}

async function copiedLogs(
  logs: readonly Log[],
  goesOn: () => boolean,
  own: readonly string[],
): Promise<readonly Log[] | null> {
  const copies: Log[] = [];
  for (const log of logs) {
    const copy = await copiedLog(log, goesOn, own);
    if (copy === null) return null;
    copies.push(copy);
  }
  return copies;
}

/** Compares logs with a map in the worker, and looks for what lies behind. */
export function startLogFit(
  drives: readonly DrivenLog[],
  task: MapTask,
  onProgress: (share: number) => void,
): RunningLook<FitAnswer> {
  return startLook(
    'fit',
    drives.map(({ log }) => log),
    (remote, token, copies) =>
      remote.run(
        token,
        transfer(
          { drives: drives.map(({ then }, i) => ({ log: copies[i] as Log, then })), task },
          copies.flatMap(buffersOf),
        ),
        proxy(onProgress),
      ),
  );
}

/** Looks in the worker for the factor that a correction should have had. */
export function startOwnFactor(
  drives: readonly DrivenLog[],
  task: MapTask,
  ask: OwnFactorAsk,
): RunningLook<OwnFactorAnswer> {
  return startLook(
    'own',
    drives.map(({ log }) => log),
    (remote, token, copies) =>
      remote.ownFactor(
        token,
        transfer(
          { drives: drives.map(({ then }, i) => ({ log: copies[i] as Log, then })), task, ask },
          copies.flatMap(buffersOf),
        ),
      ),
  );
}

/** Looks in the worker for what starts asked for. */
export function startStartStudy(drives: readonly StartedLog[], ask: StartsAsk): RunningLook<StartsAnswer> {
  return startLook(
    'starts',
    drives.map(({ log }) => log),
    (remote, token, copies) =>
      remote.starts(
        token,
        transfer(
          { drives: drives.map((drive, i) => ({ ...drive, log: copies[i] as Log })), ask },
          copies.flatMap(buffersOf),
        ),
      ),
  );
}

/** Looks in the worker for delay and lag of lambda. */
export function startLoopPlant(logs: readonly Log[], task: MapTask): RunningLook<LoopPlantAnswer> {
  return startLook('loop', logs, (remote, token, copies) =>
    remote.loopPlant(token, transfer({ logs: copies, task }, copies.flatMap(buffersOf))),
  );
}

/** Looks in the worker for the least spark for the torque. */
export function startSpark(logs: readonly Log[], from: TorqueFrom): RunningLook<SparkAnswer> {
  return startLook(
    'spark',
    logs,
    (remote, token, copies) =>
      remote.spark(token, transfer({ logs: copies, from }, copies.flatMap(buffersOf))),
    from.kind === 'column' ? [from.name] : [],
  );
}

/** Looks in the worker for what happened in a log. */
export function startLogEvents(log: Log, context: EventContext): RunningLook<SeenLog> {
  return startLook('events', [log], (remote, token, copies) =>
    remote.events(token, transfer({ log: copies[0] as Log, context }, copies.flatMap(buffersOf))),
  );
}
