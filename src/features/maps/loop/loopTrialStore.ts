import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { type RunningTrial, startStepTrial } from '@/workers/driveClient';
import type { StepTrial } from '@/workers/driveProtocol';

/** The step trial on screen. It outlives its screen. */
interface TrialState {
  readonly status: 'idle' | 'running' | 'failed';
  /** 0…1 while running. */
  readonly progress: number;
  readonly failure: string | null;
  readonly about: { readonly id: string; readonly document: Calibration } | null;
  readonly trial: StepTrial | null;
}

const REST: TrialState = { status: 'idle', progress: 0, failure: null, about: null, trial: null };

export const useStepTrial = create<TrialState>(() => REST);

let running: RunningTrial | null = null;
let runs = 0;

/** Steps fuel in the car, and measures when the sensors show it. */
export async function runStepTrial(id: string, document: Calibration): Promise<void> {
  running?.cancel();
  // A trial that was overtaken has nothing more to say.
  runs += 1;
  const mine = runs;
  const isMine = () => mine === runs;
  useStepTrial.setState({ ...REST, status: 'running', about: { id, document } });
  try {
    running = startStepTrial(document, (progress) => {
      if (isMine()) useStepTrial.setState({ progress });
    });
    const trial = await running.found;
    if (!isMine()) return;
    const failure = 'No lambda sensor showed the steps. Look at its curve and its pin.';
    useStepTrial.setState(trial === null ? { status: 'failed', failure } : { status: 'idle', trial });
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The trial stopped unexpectedly.';
    if (isMine()) useStepTrial.setState({ status: 'failed', failure });
  }
}

/** Stops the trial that is running, or puts away what it found. */
export function dropStepTrial(): void {
  running?.cancel();
  runs += 1;
  useStepTrial.setState(REST);
}
