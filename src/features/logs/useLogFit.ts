import { useEffect, useState } from 'react';
import type { Log, LogFit, MapTask } from '@/core/log';
import { startLogFit } from '@/workers/logFitClient';

/** A comparison of a log with the map on the screen: under way, done, or failed. */
export interface LogFitState {
  readonly fit: LogFit | null;
  /** 0…1 while it is compared; null while nothing is. */
  readonly progress: number | null;
  readonly failure: string | null;
}

const WAITING: LogFitState = { fit: null, progress: null, failure: null };

/** Compares whenever the log or the map is another one; the last answer stays until the next is there. */
export function useLogFit(log: Log | null, task: MapTask | null): LogFitState {
  const [state, setState] = useState(WAITING);
  useEffect(() => {
    if (log === null || task === null) return;
    const running = startLogFit({ log, task }, (progress) => setState((now) => ({ ...now, progress })));
    running.answer.then(
      (fit) => (fit === null ? undefined : setState({ fit, progress: null, failure: null })),
      (error: unknown) =>
        setState({
          fit: null,
          progress: null,
          failure: error instanceof Error ? error.message : 'The comparison stopped unexpectedly.',
        }),
    );
    return running.cancel;
  }, [log, task]);
  return state;
}
