import { useMemo } from 'react';
import { type Calibration, compile } from '@/core/calibration';
import { type DrivenLog, type InjectionFacts, injectionFactsOf } from '@/core/log';
import { useLogsWithHeld } from '@/data/logs/queries';

/** Logs with what the calibration that each was driven with believed; null until all of them are there. */
export function useDrives(ids: readonly string[]): readonly DrivenLog[] | null {
  const { logs, held } = useLogsWithHeld(ids);
  return useMemo(() => {
    const drives: DrivenLog[] = [];
    for (const [i, read] of logs.entries()) {
      const calibration = held[i];
      if (read === undefined || calibration === undefined) return null;
      if (read !== null)
        drives.push({ log: read.log, then: calibration === null ? null : factsOf(calibration) });
    }
    return drives;
  }, [logs, held]);
}

function factsOf(calibration: Calibration): InjectionFacts | null {
  const compiled = compile(calibration);
  return compiled.ok ? injectionFactsOf(compiled.program) : null;
}
