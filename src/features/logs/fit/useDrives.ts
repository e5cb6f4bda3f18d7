import { useMemo } from 'react';
import { type Calibration, compile } from '@/core/calibration';
import { type DrivenLog, injectionFactsOf } from '@/core/log';
import { type StartCurves, startCurvesOf } from '@/core/logStudies';
import { useLogsWithHeld } from '@/data/logs/queries';

/** A log with what the calibration that it was driven with believed, and its curves of starting. */
export interface ReadDrive extends DrivenLog {
  /** Those of now where no calibration is kept with it; null where they were blended. */
  readonly curves: StartCurves | null | 'now';
}

/** Logs with what the calibration that each was driven with believed; null until all of them are there. */
export function useDrives(ids: readonly string[]): readonly ReadDrive[] | null {
  const { logs, held } = useLogsWithHeld(ids);
  return useMemo(() => {
    const drives: ReadDrive[] = [];
    for (const [i, read] of logs.entries()) {
      const calibration = held[i];
      if (read === undefined || calibration === undefined) return null;
      if (read !== null) drives.push({ log: read.log, ...ranWith(calibration) });
    }
    return drives;
  }, [logs, held]);
}

function ranWith(calibration: Calibration | null): Omit<ReadDrive, 'log'> {
  const compiled = calibration === null ? null : compile(calibration);
  if (compiled === null || !compiled.ok) return { then: null, curves: 'now' };
  return { then: injectionFactsOf(compiled.program), curves: startCurvesOf(compiled.program) };
}
