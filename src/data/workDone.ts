import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { WorkDone } from '@/core/workOrder';
import { useProcedureResults } from './procedureResults';
import { usePreference } from './preferences';
import { storage } from './store/browserStorage';

const keyOf = (calibrationId: string) => `tried/${calibrationId}`;
const DRY_START = 'dryStart';

/** Notes that a dry start of a calibration was run to its end. */
export async function keepDryStart(calibrationId: string): Promise<void> {
  await storage.setItem(keyOf(calibrationId), DRY_START);
}

/** What was done with a calibration that its document does not tell; null while that is read. */
export function useWorkDone(calibrationId: string): WorkDone | null {
  const tried = useQuery({
    queryKey: ['tried', calibrationId],
    queryFn: async () => (await storage.getItem(keyOf(calibrationId))) === DRY_START,
    // It is noted beside the screens, and read each time that somebody looks.
    staleTime: 0,
    gcTime: 0,
  });
  const { results } = useProcedureResults(calibrationId);
  const dryStart = tried.data;
  return useMemo(
    () =>
      dryStart === undefined
        ? null
        : {
            dryStart,
            passed: Object.entries(results).flatMap(([id, { verdict }]) =>
              verdict === 'passed' ? [id] : [],
            ),
          },
    [dryStart, results],
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
