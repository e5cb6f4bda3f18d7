import { useEffect, useState } from 'react';
import type { DrivenLog, MapTask } from '@/core/log';
import type { OwnFactor, OwnFactorAsk, OwnFactorRefusal } from '@/core/logStudies';
import { startOwnFactor } from '@/workers/logFitClient';

/** A look for a factor: under way, done, or failed. */
export interface OwnFactorState {
  readonly found: OwnFactor | OwnFactorRefusal | null;
  readonly failure: string | null;
}

const WAITING: OwnFactorState = { found: null, failure: null };

/** Looks for a factor whenever it is asked for, and anew as logs, map or the ask change. @param ask null while nothing is asked. */
export function useOwnFactor(
  drives: readonly DrivenLog[] | null,
  task: MapTask,
  ask: OwnFactorAsk | null,
): OwnFactorState {
  const [state, setState] = useState<OwnFactorState & { readonly of: OwnFactorAsk | null }>({
    ...WAITING,
    of: null,
  });
  useEffect(() => {
    if (drives === null || ask === null) return;
    let latest = true;
    const running = startOwnFactor(drives, task, ask);
    running.answer.then(
      (answer) => {
        if (latest && answer !== null) setState({ found: answer.found, failure: null, of: ask });
      },
      (error: unknown) => {
        const failure = error instanceof Error ? error.message : 'It stopped unexpectedly.';
        if (latest) setState({ found: null, failure, of: ask });
      },
    );
    return () => {
      latest = false;
      running.cancel();
    };
  }, [drives, task, ask]);
  return state.of === ask ? state : WAITING;
}
