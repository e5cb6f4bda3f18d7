import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import type { StartSetup } from '@/workers/dryStartProtocol';
import { type RunningSearch, searchWhatIf, type WhatIf } from '@/workers/startSearchClient';

/** What was asked. */
interface About {
  readonly id: string;
  readonly document: Calibration;
  readonly setup: StartSetup;
}

/** What decides whether it starts, as far as it was tried. It outlives its screen. */
interface WhatIfState {
  readonly status: 'idle' | 'running' | 'failed';
  readonly failure: string | null;
  readonly about: About | null;
  readonly found: readonly WhatIf[];
}

const REST: WhatIfState = { status: 'idle', failure: null, about: null, found: [] };

export const useWhatIf = create<WhatIfState>(() => REST);

let running: RunningSearch<boolean> | null = null;
let runs = 0;

/** Starts the engine with each guess wrong by as much as is believed. */
export async function runWhatIf(id: string, document: Calibration, setup: StartSetup): Promise<void> {
  running?.cancel();
  // One that was overtaken has nothing more to say.
  runs += 1;
  const mine = runs;
  const isMine = () => mine === runs;
  useWhatIf.setState({ ...REST, status: 'running', about: { id, document, setup } });
  try {
    running = searchWhatIf(document, setup, (whatIf) => {
      if (isMine()) useWhatIf.setState(({ found }) => ({ found: [...found, whatIf] }));
    });
    await running.found;
    if (isMine()) useWhatIf.setState({ status: 'idle' });
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The search stopped unexpectedly.';
    if (isMine()) useWhatIf.setState({ status: 'failed', failure });
  }
}

/** Stops; what was found stays. */
export function stopWhatIf(): void {
  running?.cancel();
  useWhatIf.setState({ status: 'idle' });
}
