import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Calibration } from '@/core/calibration';
import { repository } from './browserRepository';
import { queryKeys } from './listQueries';

/** One stored calibration; null when there is none with this id. Read afresh each time it is opened. */
export function useRecord(id: string) {
  return useQuery({ queryKey: queryKeys.calibration(id), queryFn: () => repository.read(id), gcTime: 0 });
}

/** The snapshots of a calibration, newest first. */
export function useSnapshots(id: string) {
  return useQuery({
    queryKey: queryKeys.snapshots(id),
    queryFn: () => repository.snapshots(id),
    // Some are taken beside the screens: they are read anew each time somebody looks.
    staleTime: 0,
    gcTime: 0,
  });
}

/** The snapshots of a calibration that cannot be read. */
export function useDamagedSnapshots(id: string) {
  return useQuery({
    queryKey: [...queryKeys.snapshots(id), 'damaged'],
    queryFn: () => repository.damagedSnapshots(id),
    staleTime: 0,
    gcTime: 0,
  });
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
