import { useEffect, useMemo, useState } from 'react';
import { type Calibration, compile } from '@/core/calibration';
import {
  diagnosingLog,
  type DiagnosisWords,
  diagnosisWords,
  mapIsRight,
  situationOf,
} from '@/core/diagnosis';
import type { Log } from '@/core/log';

/** What may be wrong with the engine that was logged, looked for a little at a time; null until then, and where a calibration says too little. */
export function useLogCause(log: Log | null, document: Calibration): DiagnosisWords | null {
  const [found, setFound] = useState<{ readonly of: Log; readonly words: DiagnosisWords } | null>(null);
  const situation = useMemo(() => {
    const compiled = compile(document);
    return compiled.ok ? situationOf(compiled.program, mapIsRight(document)) : null;
  }, [document]);
  useEffect(() => {
    if (log === null || situation === null) return;
    const looking = diagnosingLog(log, situation);
    let timer: ReturnType<typeof setTimeout>;
    const goOn = () => {
      const { done, value } = looking.next();
      if (done === true) setFound({ of: log, words: diagnosisWords(value, situation.mapIsRight) });
      else timer = setTimeout(goOn);
    };
    timer = setTimeout(goOn);
    return () => clearTimeout(timer);
  }, [log, situation]);
  return situation !== null && found?.of === log ? found.words : null;
}
