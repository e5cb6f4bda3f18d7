import { QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Calibration } from '@/core/calibration';
import { fetched } from '../fetched';
import { storage } from './browserStorage';
import { entryList } from './entryList';

/** Query keys, so that nobody spells one twice. */
export const queryKeys = {
  entries: ['entries'] as const,
  calibration: (id: string) => ['calibration', id] as const,
  snapshots: (id: string) => ['snapshots', id] as const,
};

/** One client for the app. Storage is local: nothing is refetched for its own sake, and a failure is not retried. */
export function createQueryClient(): QueryClient {
  return new QueryClient({
    defaultOptions: {
      queries: { networkMode: 'always', retry: false, staleTime: Infinity },
      mutations: { networkMode: 'always', retry: false },
    },
  });
}

/** What reads and writes documents: it knows their schema, and comes when it is needed first. */
const repository = async () => (await fetched(() => import('./browserRepository'))).repository;

/** The list of calibrations, deleted ones among them, newest first. */
export function useEntries() {
  return useQuery({
    queryKey: queryKeys.entries,
    queryFn: () => entryList(storage, async (id) => (await repository()).rebuiltEntry(id)),
  });
}

function useEntriesMutation<Input, Output>(change: (input: Input) => Promise<Output>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => client.invalidateQueries({ queryKey: queryKeys.entries }),
  });
}

/** Stores a new calibration, which is made when it is asked for. */
export function useCreateCalibration() {
  return useEntriesMutation(async (make: () => Calibration | Promise<Calibration>) =>
    (await repository()).create(await make()),
  );
}

/** Stores a copy under another name. */
export function useDuplicateCalibration() {
  return useEntriesMutation(async ({ id, name }: { id: string; name: string }) => {
    const { read, create, takeSnapshot } = await repository();
    const opened = await read(id);
    if (opened === null) return null;
    const { leaving } = await fetched(() => import('@/core/compare'));
    const { document } = opened.record;
    const copy = await create({ ...leaving(document), name });
    // Both come from here: what each changes from now on can be merged.
    await takeSnapshot(id, `Copied as ${name}`, document, 'automatic');
    return copy;
  });
}

export function useRenameCalibration() {
  return useEntriesMutation(async ({ id, name }: { id: string; name: string }) =>
    (await repository()).rename(id, name),
  );
}

export function useRemoveCalibration() {
  return useEntriesMutation(async (id: string) => (await repository()).remove(id));
}

export function useRestoreCalibration() {
  return useEntriesMutation(async (id: string) => (await repository()).restore(id));
}
