import { useQuery } from '@tanstack/react-query';
import type { Calibration } from '@/core/calibration';
import { buildSum, imageOf } from '@/core/ecuImage';
import { useEcu } from '@/data/ecu/ecuSession';
import { keptLearned } from '@/data/ecu/learnedMemory';

/** What was learned by an engine computer with this calibration in it. */
export interface Learned {
  readonly ln: readonly number[];
  readonly evidenceS: readonly number[];
  /** It is read now and again from the engine computer that is connected; else when it was read last, ISO. */
  readonly readAt: string | null;
}

/** What was learned, live or as it was read last; null where nothing fits this calibration. */
export function useLearned(id: string, document: Calibration): Learned | null {
  const live = useEcu((state) =>
    state.phase === 'live' && state.calibrationId === id ? state.learned : null,
  );
  const kept = useQuery({
    queryKey: ['learned', id],
    queryFn: () => keptLearned(id),
    enabled: live === null,
    staleTime: 0,
  });
  if (live !== null) return { ...live, readAt: null };
  const memory = kept.data ?? null;
  return memory !== null && memory.build === buildSum(imageOf(document)) ? memory : null;
}
