import type { StartExplanation, StartPhase, StartSetup, StartTrace, StartVerdict } from '@/bench/dryStart';
import type { Calibration } from '@/core/calibration';

export type { StartExplanation, StartPhase, StartSetup, StartTrace, StartVerdict };

/** What is asked of the worker. */
export interface DryStartRequest {
  readonly document: Calibration;
  readonly setup: StartSetup;
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
}

/** The worker's calls, as comlink carries them. */
export interface DryStartWorker {
  /** Runs a start; null when it was cancelled. `onProgress` gets 0…1. Refuses an incomplete document. */
  run(request: DryStartRequest, onProgress: (share: number) => void): Promise<DryStartAnswer | null>;
  /** Ends the running start at its next slice. */
  cancel(): void;
}
