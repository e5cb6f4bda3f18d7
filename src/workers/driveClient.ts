import { proxy } from 'comlink';
import { baseValue, type Calibration } from '@/core/calibration';
import type { FilmSettings } from '@/core/control';
import { drivable } from './drivable';
import type { DriveAnswer, DriveSetup, DriveWorker, StepTrial, TransientCure } from './driveProtocol';
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

/** A search under way. */
export interface RunningCure {
  /** What was found; null after a cancel. Rejects when the worker fails. */
  readonly found: Promise<TransientCure | null>;
  readonly cancel: () => void;
}

/** Looks in the worker for what makes excursions smaller. @throws as {@link drivable}. */
export function startTransientCure(
  document: Calibration,
  film: FilmSettings,
  setup: DriveSetup,
  onProgress: (share: number) => void,
): RunningCure {
  const { program, car } = drivable(document);
  runs += 1;
  const token = `transients-${runs}`;
  const found = kept.answer((remote) => remote.cure(token, { program, car, setup, film }, proxy(onProgress)));
  return { found, cancel: () => void kept.remote().cancel(token) };
}

/** A step trial under way. */
export interface RunningTrial {
  /** What was measured; null after a cancel, and where no sensor shows it. Rejects when the worker fails. */
  readonly found: Promise<StepTrial | null>;
  readonly cancel: () => void;
}

/** Speeds that a trial is driven between while the document says none, rev/min. */
const USUAL = { idleRpm: 1000, maxRpm: 7000 } as const;

/** Measures in the worker how late lambda is read. @throws as {@link drivable}. */
export function startStepTrial(document: Calibration, onProgress: (share: number) => void): RunningTrial {
  const { program, car } = drivable(document);
  runs += 1;
  const token = `steps-${runs}`;
  const request = {
    program,
    car,
    idleRpm: baseValue(document, 'idle.hotSpeed') ?? USUAL.idleRpm,
    maxRpm: baseValue(document, 'engine.maxSpeed') ?? USUAL.maxRpm,
  };
  const found = kept.answer((remote) => remote.measure(token, request, proxy(onProgress)));
  return { found, cancel: () => void kept.remote().cancel(token) };
}
