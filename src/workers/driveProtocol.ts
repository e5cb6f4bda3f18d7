import type { FilmSettings } from '@/core/control';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { DRIVE_IDS, type DriveId, DRIVES } from '@/standin/drives';
import type { StepTrial } from '@/standin/loopTrial';
import type { DriveFacts, DriveTrace } from '@/standin/driving';
import type { TrueValue } from '@/standin/planted';
import type { TransientCure } from '@/standin/transientCure';
import type { RunToken } from './cancellable';

export { DRIVE_IDS, DRIVES };
export type { DriveFacts, DriveId, DriveTrace, StepTrial, TransientCure, TrueValue };

/** What a drive starts from. */
export interface DriveSetup {
  readonly drive: DriveId;
  readonly coolantC: number;
  readonly airC: number;
  readonly seed: number;
}

/** What is asked of a search: the drive, and what is believed of the film. */
export interface TransientRequest extends DriveRequest {
  readonly film: FilmSettings;
}

/** What is asked of a step trial, and between which speeds it is driven. */
export interface LoopRequest {
  readonly program: EcuProgram;
  readonly car: Car;
  readonly idleRpm: number;
  readonly maxRpm: number;
}

/** What is asked of the worker: plain compiled data, nothing of the document. */
export interface DriveRequest {
  readonly program: EcuProgram;
  readonly car: Car;
  readonly setup: DriveSetup;
}

/** What the worker answers. */
export interface DriveAnswer {
  readonly setup: DriveSetup;
  /** Name of the engine in simulation. */
  readonly standIn: string;
  readonly trace: DriveTrace;
  readonly facts: DriveFacts;
  /** What is true of the car, beside what is typed: to be asked for after the drive. */
  readonly truth: readonly TrueValue[];
}

/** The worker's calls, as comlink carries them. */
export interface DriveWorker {
  /** Drives; null when it was cancelled. `onProgress` gets 0…1. */
  run(
    token: RunToken,
    request: DriveRequest,
    onProgress: (share: number) => void,
  ): Promise<DriveAnswer | null>;
  /** Looks for smaller excursions; null when it was cancelled. `onProgress` gets 0…1. */
  cure(
    token: RunToken,
    request: TransientRequest,
    onProgress: (share: number) => void,
  ): Promise<TransientCure | null>;
  /** Measures how late lambda is read; null when it was cancelled, or no sensor shows it. `onProgress` gets 0…1. */
  measure(
    token: RunToken,
    request: LoopRequest,
    onProgress: (share: number) => void,
  ): Promise<StepTrial | null>;
  /** Ends the run with this token at its next slice; nothing happens where it has ended. */
  cancel(token: RunToken): void;
}
