import { useEffect, useState } from 'react';
import type { DrivenLog, LogFit, MapTask } from '@/core/log';
import type { RankedCauses } from '@/core/logCauses';
import { startLogFit } from '@/workers/logFitClient';

/** A comparison of logs with the map on the screen: under way, done, or failed. */
export interface LogFitState {
  readonly fit: LogFit | null;
  /** What lies behind the errors; null where there is too little evidence. */
  readonly causes: RankedCauses | null;
  /** The map the answer is about: while another is compared it is not that of the screen. */
  readonly of: MapTask | null;
  /** 0…1 while it is compared; null while nothing is. */
  readonly progress: number | null;
  readonly failure: string | null;
}

const WAITING: LogFitState = { fit: null, causes: null, of: null, progress: null, failure: null };

/** Compares whenever the logs or the map are others; the last answer stays until the next is there. */
export function useLogFit(drives: readonly DrivenLog[] | null, task: MapTask | null): LogFitState {
  const [state, setState] = useState(WAITING);
  useEffect(() => {
    if (drives === null || drives.length === 0 || task === null) return;
    // A run that was overtaken says nothing any more, even where its cancel came too late.
    let latest = true;
    const running = startLogFit(drives, task, (progress) => {
      if (latest) setState((now) => ({ ...now, progress }));
    });
    running.answer.then(
      (found) => {
        if (latest && found !== null) setState({ ...found, of: task, progress: null, failure: null });
      },
      (error: unknown) => {
        const failure = error instanceof Error ? error.message : 'The comparison stopped unexpectedly.';
        if (latest) setState({ ...WAITING, failure });
      },
    );
    return () => {
      latest = false;
      running.cancel();
    };
  }, [drives, task]);
  return state;
}
