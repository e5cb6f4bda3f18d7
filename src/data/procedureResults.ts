import { useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from '@/core/field/schema';
import { storage } from './store/browserStorage';

const found = z.object({ tone: z.enum(['good', 'error', 'warning', 'plain']), text: z.string().max(600) });

const results = z.record(
  z.string(),
  z.object({
    verdict: z.enum(['passed', 'failed', 'open']),
    /** When it was ended, ISO. */
    at: z.string(),
    /** Sum of the build that it was judged by: of everything but the cells of maps. */
    build: z.number(),
    found: z.array(found).max(60),
  }),
);

/** How the procedures of a calibration ended last, by their ids. */
export type ProcedureResults = z.infer<typeof results>;

const keyOf = (calibrationId: string) => `procedures/${calibrationId}`;

async function kept(calibrationId: string): Promise<ProcedureResults> {
  try {
    const read = results.safeParse(JSON.parse((await storage.getItem(keyOf(calibrationId))) ?? '{}'));
    return read.success ? read.data : {};
  } catch {
    return {};
  }
}

/** How they ended last, and the way to keep one that has ended. */
export function useProcedureResults(calibrationId: string): {
  readonly results: ProcedureResults;
  readonly keep: (id: string, result: ProcedureResults[string]) => Promise<void>;
} {
  const client = useQueryClient();
  const queryKey = ['procedures', calibrationId] as const;
  const query = useQuery({ queryKey, queryFn: () => kept(calibrationId) });
  const keep = async (id: string, result: ProcedureResults[string]) => {
    const all = { ...(await kept(calibrationId)), [id]: result };
    client.setQueryData(queryKey, all);
    await storage.setItem(keyOf(calibrationId), JSON.stringify(all));
  };
  return { results: query.data ?? {}, keep };
}
