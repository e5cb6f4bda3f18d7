import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Calibration } from '@/core/calibration';
import { buildSum, imageOf } from '@/core/ecuImage';
import type { WorkDone } from '@/core/workOrder';
import { useProcedureResults } from './procedureResults';
import { usePreference } from './preferences';
import { storage } from './store/browserStorage';

const keyOf = (calibrationId: string) => `tried/${calibrationId}`;

const buildOf = (document: Calibration): number => buildSum(imageOf(document));

/** Notes that the build of a calibration, as it is, caught in a dry start. */
export async function keepDryStart(calibrationId: string, document: Calibration): Promise<void> {
  await storage.setItem(keyOf(calibrationId), String(buildOf(document)));
}

/**
 * What was done with a calibration that its document does not tell; null while that is read. What was tried with another build
 * (all but the cells of its maps) is not done.
 */
export function useWorkDone(calibrationId: string, document: Calibration | null): WorkDone | null {
  const tried = useQuery({
    queryKey: ['tried', calibrationId],
    queryFn: () => storage.getItem(keyOf(calibrationId)),
    // It is noted beside the screens, and read each time that somebody looks; what was read before holds its place until then.
    staleTime: 0,
    gcTime: Infinity,
  });
  const { results } = useProcedureResults(calibrationId);
  const caught = tried.data;
  const build = useMemo(() => (document === null ? null : buildOf(document)), [document]);
  return useMemo(
    () =>
      caught === undefined || build === null
        ? null
        : {
            dryStart: caught === String(build),
            passed: Object.entries(results).flatMap(([id, result]) =>
              result.verdict === 'passed' && result.build === build ? [id] : [],
            ),
          },
    [caught, build, results],
  );
}

/** Whether what is next is shown, and the way to hide it: it never comes back by itself. */
export function useNextIsShown(): readonly [boolean, (shown: boolean) => void] {
  return usePreference(
    'next',
    (stored) => stored !== 'hidden',
    (shown) => (shown ? 'shown' : 'hidden'),
  );
}
