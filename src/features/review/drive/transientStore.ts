import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { type RunningCure, startTransientCure } from '@/workers/driveClient';
import type { DriveSetup, TransientCure } from '@/workers/driveProtocol';
import { believedFilm } from './transientEdits';

/** The search for smaller excursions on screen. It outlives its screen. */
interface TransientState {
  readonly status: 'idle' | 'running' | 'failed';
  /** 0…1 while running. */
  readonly progress: number;
  readonly failure: string | null;
  readonly about: { readonly id: string; readonly document: Calibration } | null;
  readonly cure: TransientCure | null;
}

const REST: TransientState = { status: 'idle', progress: 0, failure: null, about: null, cure: null };

export const useTransients = create<TransientState>(() => REST);

let running: RunningCure | null = null;
let runs = 0;

/** Looks for an enrichment, or a film, with which the mixture keeps nearer to its target. */
export async function runTransients(id: string, document: Calibration, setup: DriveSetup): Promise<void> {
  running?.cancel();
  // A search that was overtaken has nothing more to say.
  runs += 1;
  const mine = runs;
  const isMine = () => mine === runs;
  useTransients.setState({ ...REST, status: 'running', about: { id, document } });
  try {
    running = startTransientCure(document, believedFilm(document), setup, (progress) => {
      if (isMine()) useTransients.setState({ progress });
    });
    const cure = await running.found;
    if (isMine()) useTransients.setState(cure === null ? REST : { status: 'idle', cure });
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The search stopped unexpectedly.';
    if (isMine()) useTransients.setState({ status: 'failed', failure });
  }
}

/** Stops the search that is running, or puts away what it found. */
export function dropTransients(): void {
  running?.cancel();
  runs += 1;
  useTransients.setState(REST);
}
