import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { calibrationFromJson } from '@/core/calibration';
import { changeHeld, dropHeld, heldLog, useHeldLogs } from './heldLogs';
import type { LogChange, ReadLog } from './logStore';
import { logStore, useRecording } from './recorder';

const logsKey = (calibrationId: string) => ['logs', calibrationId] as const;

/** The logs of a calibration, newest first; read again when a recording begins or ends. */
export function useLogs(calibrationId: string) {
  const recording = useRecording((state) => state.entry?.id ?? null);
  const held = useHeldLogs(({ logs }) => logs.length);
  return useQuery({
    queryKey: [...logsKey(calibrationId), recording, held],
    queryFn: async () => {
      const held = useHeldLogs.getState().logs.map(({ entry }) => entry);
      const kept = await logStore.list(calibrationId);
      return [...held.filter((entry) => entry.calibrationId === calibrationId), ...kept];
    },
    gcTime: 0,
  });
}

/** The logs of every other calibration, newest first. */
export function useOtherLogs(calibrationId: string) {
  return useQuery({
    queryKey: ['other-logs', calibrationId],
    queryFn: async () => {
      const held = useHeldLogs.getState().logs.map(({ entry }) => entry);
      return [...held, ...(await logStore.list())].filter((entry) => entry.calibrationId !== calibrationId);
    },
    gcTime: 0,
  });
}

/** A log stays in memory from one of its pages to the next, ms. */
const KEPT_MS = 20_000;

/** One log with its numbers; null when there is none. */
export function useLog(id: string) {
  return useQuery({
    queryKey: ['log', id],
    queryFn: () => heldLog(id) ?? logStore.read(id),
    gcTime: KEPT_MS,
  });
}

/** Changes notes and marks of a log; they are shown at once. */
export function useChangeLog(id: string) {
  const client = useQueryClient();
  const queryKey = ['log', id] as const;
  return useMutation({
    onMutate: (change: LogChange) =>
      client.setQueryData<ReadLog | null>(queryKey, (read) =>
        read === null || read === undefined ? read : { ...read, entry: { ...read.entry, ...change } },
      ),
    // As it is shown by then: with every change before this one.
    mutationFn: async (change: LogChange) => {
      const read = client.getQueryData<ReadLog | null>(queryKey);
      if (heldLog(id) !== null) changeHeld(id, change);
      else if (read !== null && read !== undefined) await logStore.change(read.entry);
    },
    onError: () => client.invalidateQueries({ queryKey }),
  });
}

export function useRemoveLog(calibrationId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (id: string) => {
      dropHeld(id);
      await logStore.remove(id);
    },
    onSettled: () => client.invalidateQueries({ queryKey: logsKey(calibrationId) }),
  });
}

/** The calibration that the engine computer held while a log was recorded; null where that is not known, or cannot be read. */
export function useHeldCalibration(id: string) {
  return useQuery({
    queryKey: ['log-held', id],
    queryFn: async () => {
      const text = await logStore.held(id);
      if (text === null) return null;
      const read = calibrationFromJson(JSON.parse(text));
      return read.ok ? read.document : null;
    },
  });
}
