import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { logStore, useRecording } from './recorder';

const logsKey = (calibrationId: string) => ['logs', calibrationId] as const;

/** The logs of a calibration, newest first; read again when a recording begins or ends. */
export function useLogs(calibrationId: string) {
  const recording = useRecording((state) => state.entry?.id ?? null);
  return useQuery({
    queryKey: [...logsKey(calibrationId), recording],
    queryFn: () => logStore.list(calibrationId),
    gcTime: 0,
  });
}

/** One log with its numbers; null when there is none. */
export function useLog(id: string) {
  return useQuery({ queryKey: ['log', id], queryFn: () => logStore.read(id), gcTime: 0 });
}

export function useRemoveLog(calibrationId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => logStore.remove(id),
    onSettled: () => client.invalidateQueries({ queryKey: logsKey(calibrationId) }),
  });
}
