import { useMemo } from 'react';
import { compile } from '@/core/calibration';
import { diagnosisWords, mapIsRight, situationOf } from '@/core/diagnosis';
import { useDocument } from '@/data/session/session';
import { CauseCard } from '@/ui/cause/CauseCard';
import { useTraining } from '../training/trainingStore';
import { useDiagnosis } from '../looking/lookStore';

/** What may be wrong with the engine that is linked, by all that it has sent since it was begun to look. */
export function LiveCause() {
  const document = useDocument();
  const trained = useTraining(({ engine }) => engine !== null);
  const situation = useMemo(() => {
    const compiled = compile(document);
    return compiled.ok ? situationOf(compiled.program, trained || mapIsRight(document)) : null;
  }, [document, trained]);
  const diagnosis = useDiagnosis(situation);
  if (diagnosis === null || situation === null) return null;
  return <CauseCard words={diagnosisWords(diagnosis, situation.mapIsRight)} />;
}
