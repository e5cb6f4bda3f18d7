import { useEffect, useState } from 'react';
import type { Log } from '@/core/log';
import { startLogEvents } from '@/workers/logFitClient';
import type { SeenLog } from '@/workers/logFitProtocol';

/** What happened in a log, looked for in the worker. */
export interface HappenedState {
  /** Null until it is found. */
  readonly events: SeenLog | null;
  readonly failure: string | null;
}

const WAITING: HappenedState = { events: null, failure: null };

export function useLogEvents(log: Log | null, barometricKpa: number): HappenedState {
  const [found, setFound] = useState<{ readonly of: Log; readonly state: HappenedState } | null>(null);
  useEffect(() => {
    if (log === null) return;
    let latest = true;
    const running = startLogEvents(log, { barometricKpa });
    running.answer.then(
      (events) => {
        if (latest && events !== null) setFound({ of: log, state: { events, failure: null } });
      },
      (error: unknown) => {
        const failure = error instanceof Error ? error.message : 'The look stopped unexpectedly.';
        if (latest) setFound({ of: log, state: { events: null, failure } });
      },
    );
    return () => {
      latest = false;
      running.cancel();
    };
  }, [log, barometricKpa]);
  return found !== null && found.of === log ? found.state : WAITING;
}
