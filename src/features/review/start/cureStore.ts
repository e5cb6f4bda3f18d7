import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import type { Cure, StartSetup } from '@/workers/dryStartProtocol';
import { type RunningSearch, searchCure } from '@/workers/startSearchClient';

/** What a search was about. */
interface About {
  readonly id: string;
  readonly document: Calibration;
  readonly setup: StartSetup;
}

/** The search for a cure on screen. It outlives its screen. */
interface CureState {
  readonly status: 'idle' | 'running' | 'failed';
  /** Starts that were tried. */
  readonly tried: number;
  readonly failure: string | null;
  readonly about: About | null;
  readonly cure: Cure | null;
}

const REST: CureState = { status: 'idle', tried: 0, failure: null, about: null, cure: null };

export const useCure = create<CureState>(() => REST);

let running: RunningSearch<Cure> | null = null;
let runs = 0;

/** Looks for curves with which the engine starts at this temperature, and at every other. */
export async function runCure(id: string, document: Calibration, setup: StartSetup): Promise<void> {
  running?.cancel();
  // A search that was overtaken has nothing more to say.
  runs += 1;
  const mine = runs;
  const isMine = () => mine === runs;
  useCure.setState({ ...REST, status: 'running', about: { id, document, setup } });
  try {
    running = searchCure(document, setup, (tried) => {
      if (isMine()) useCure.setState({ tried });
    });
    const cure = await running.found;
    if (isMine()) useCure.setState(cure === null ? REST : { status: 'idle', cure });
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The search stopped unexpectedly.';
    if (isMine()) useCure.setState({ status: 'failed', failure });
  }
}

/** Stops the search that is running, or puts away what it found. */
export function dropCure(): void {
  running?.cancel();
  runs += 1;
  useCure.setState(REST);
}
