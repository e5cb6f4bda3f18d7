import type { FitStage, Log, LogFit, MapTask } from '@/core/log';
import type { RunToken } from './cancellable';

/** A log and the map it is compared with. */
export interface FitRequest {
  readonly log: Log;
  readonly task: MapTask;
}

/** The worker's calls, as comlink carries them. */
export interface LogFitWorker {
  /** Compares; null when it was cancelled. */
  run(token: RunToken, request: FitRequest, onStage: (share: number) => void): Promise<LogFit | null>;
  /** Ends the run with this token at its next stage. */
  cancel(token: RunToken): void;
}

/** How far it is as a stage begins, 0…1. */
export const STAGE_SHARE: Readonly<Record<FitStage, number>> = {
  reading: 0,
  delay: 0.15,
  samples: 0.6,
  fit: 0.75,
};
