import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import type { RunToken } from './cancellable';
import type { StartExplanation, StartPhase, StartSetup, StartTrace, StartVerdict } from '@/standin/dryStart';
import type { Cure, StartOutcome } from '@/standin/startCure';
import type { FieldStart } from './startField';

export type { Cure, StartExplanation, StartOutcome, StartPhase, StartSetup, StartTrace, StartVerdict };

/** What is asked of the worker: plain compiled data, nothing of the document. */
export interface DryStartRequest {
  readonly program: EcuProgram;
  readonly car: Car;
  /** Further cars of the same description, as other parts would make them; none where the car is known. */
  readonly others: readonly Car[];
  readonly setup: StartSetup;
}

/** A field of starts, or a worker’s share of it. */
export interface StartFieldRequest extends Omit<DryStartRequest, 'setup'> {
  readonly setups: readonly StartSetup[];
}

/** The same start with several programs: what is typed in each is wrong in another way. */
export interface StartsRequest extends Pick<DryStartRequest, 'car' | 'setup'> {
  readonly programs: readonly EcuProgram[];
}

/** How sure a verdict is: of so many engines like the one described, so many ended like this one. */
export interface Sureness {
  readonly alike: number;
  readonly of: number;
}

/** What the worker answers. */
export interface DryStartAnswer {
  readonly setup: StartSetup;
  /** Name of the engine in simulation. */
  readonly standIn: string;
  readonly airC: number;
  readonly trace: StartTrace;
  readonly verdict: StartVerdict;
  readonly explanation: StartExplanation;
  /** Null where the car is known, and there is but one. */
  readonly sureness: Sureness | null;
}

/** The worker's calls, as comlink carries them. */
export interface DryStartWorker {
  /** Runs a start; null when it was cancelled. `onProgress` gets 0…1. */
  run(
    token: RunToken,
    request: DryStartRequest,
    onProgress: (share: number) => void,
  ): Promise<DryStartAnswer | null>;
  /** Runs starts one after another, telling how each ended; false when it was cancelled. */
  runField(
    token: RunToken,
    request: StartFieldRequest,
    onStart: (start: FieldStart) => void,
  ): Promise<boolean>;
  /** Looks for curves with which it starts, telling how many starts were tried; null when it was cancelled. */
  cure(token: RunToken, request: DryStartRequest, onTried: (starts: number) => void): Promise<Cure | null>;
  /** Runs the same start with each program; null when it was cancelled. */
  ends(token: RunToken, request: StartsRequest): Promise<StartOutcome[] | null>;
  /** Ends the run with this token at its next slice; nothing happens where it has ended. */
  cancel(token: RunToken): void;
}
