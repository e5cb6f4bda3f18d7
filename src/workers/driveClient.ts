import { proxy } from 'comlink';
import type { Calibration } from '@/core/calibration';
import { drivable } from './drivable';
import type { DriveAnswer, DriveSetup, DriveWorker } from './driveProtocol';
import { keptWorker } from './keptWorker';

const kept = keptWorker<DriveWorker>(() => new Worker(new URL('./trialDrive.worker.ts', import.meta.url)));
let runs = 0;

/** A drive under way. */
export interface RunningDrive {
  /** The answer; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<DriveAnswer | null>;
  readonly cancel: () => void;
}

/** Starts a drive in the worker. @throws as {@link drivable}. */
export function startDrive(
  document: Calibration,
  setup: DriveSetup,
  onProgress: (share: number) => void,
): RunningDrive {
  const { program, car } = drivable(document);
  runs += 1;
  const token = `drive-${runs}`;
  const answer = kept.answer((remote) => remote.run(token, { program, car, setup }, proxy(onProgress)));
  return { answer, cancel: () => void kept.remote().cancel(token) };
}
