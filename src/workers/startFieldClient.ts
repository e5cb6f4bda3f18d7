import { proxy } from 'comlink';
import type { Calibration } from '@/core/calibration';
import { drivable } from './drivable';
import { startWorker } from './dryStartClient';
import type { DryStartWorker } from './dryStartProtocol';
import { type KeptWorker, keptWorker } from './keptWorker';
import { type FieldStart, fieldSetups } from './startField';

/** As many workers as there are cores to run them, within reason. */
const MOST_WORKERS = 4;

const pool: KeptWorker<DryStartWorker>[] = [startWorker];
let runs = 0;

/** A field of starts under way. */
export interface RunningField {
  /** True once all have ended, false after a cancel. Rejects when a worker fails. */
  readonly done: Promise<boolean>;
  readonly cancel: () => void;
}

/**
 * Starts the engine at every temperature and battery of the field, shared among workers.
 * @param onStart is told how each ended, in the order in which they end.
 * @throws as {@link drivable}.
 */
export function startField(
  document: Calibration,
  seed: number,
  onStart: (start: FieldStart) => void,
): RunningField {
  const request = drivable(document);
  const setups = fieldSetups(seed);
  runs += 1;
  const token = `field-${runs}`;
  const workers = workersFor(navigator.hardwareConcurrency);
  const shares = workers.map((worker, k) => {
    const own = setups.filter((_, i) => i % workers.length === k);
    return worker.answer((remote) => remote.runField(token, { ...request, setups: own }, proxy(onStart)));
  });
  const cancel = () => {
    for (const worker of workers) void worker.remote().cancel(token);
  };
  const done = Promise.all(shares).then((whole) => whole.every(Boolean));
  // Where one fails the others need not go on.
  done.catch(cancel);
  return { done, cancel };
}

function workersFor(cores: number): readonly KeptWorker<DryStartWorker>[] {
  const count = Math.max(1, Math.min(MOST_WORKERS, cores));
  while (pool.length < count) {
    pool.push(keptWorker(() => new Worker(new URL('./dryStart.worker.ts', import.meta.url))));
  }
  return pool.slice(0, count);
}
