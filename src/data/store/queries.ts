import { QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Calibration } from '@/core/calibration';
import { repository } from './browserRepository';

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

/** The list of calibrations, deleted ones among them, newest first. */
export function useEntries() {
  return useQuery({ queryKey: queryKeys.entries, queryFn: () => repository.entries() });
}

/** One stored calibration; null when there is none with this id. Read afresh each time it is opened. */
export function useRecord(id: string) {
  return useQuery({ queryKey: queryKeys.calibration(id), queryFn: () => repository.read(id), gcTime: 0 });
}

function useEntriesMutation<Input, Output>(change: (input: Input) => Promise<Output>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => client.invalidateQueries({ queryKey: queryKeys.entries }),
  });
}

/** Stores a new calibration. */
export function useCreateCalibration() {
  return useEntriesMutation((document: Calibration) => repository.create(document));
}

/** Stores a copy under another name. */
export function useDuplicateCalibration() {
  return useEntriesMutation(async ({ id, name }: { id: string; name: string }) => {
    const opened = await repository.read(id);
    return opened === null ? null : repository.create({ ...opened.record.document, name });
  });
}

export function useRenameCalibration() {
  return useEntriesMutation(({ id, name }: { id: string; name: string }) => repository.rename(id, name));
}

export function useRemoveCalibration() {
  return useEntriesMutation((id: string) => repository.remove(id));
}

export function useRestoreCalibration() {
  return useEntriesMutation((id: string) => repository.restore(id));
}

/** The snapshots of a calibration, newest first. */
export function useSnapshots(id: string) {
  return useQuery({ queryKey: queryKeys.snapshots(id), queryFn: () => repository.snapshots(id) });
}

/** Keeps a document as it is now under a name. */
export function useTakeSnapshot(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ name, document }: { name: string; document: Calibration }) =>
      repository.takeSnapshot(id, name, document),
    onSettled: () => client.invalidateQueries({ queryKey: queryKeys.snapshots(id) }),
  });
}

/** Takes a snapshot away. */
export function useRemoveSnapshot(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (snapshotId: string) => repository.removeSnapshot(id, snapshotId),
    onSettled: () => client.invalidateQueries({ queryKey: queryKeys.snapshots(id) }),
  });
}
