import { useMutation, useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { type Calibration, calibrationFromJson } from '@/core/calibration';
import { changeHeld, dropHeld, heldLog, holdCalibration, useHeldLogs } from './heldLogs';
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

const logQuery = (id: string) => ({
  queryKey: ['log', id],
  queryFn: () => heldLog(id) ?? logStore.read(id),
  gcTime: KEPT_MS,
});

/** One log with its numbers; null when there is none. */
export function useLog(id: string) {
  return useQuery(logQuery(id));
}

/** Several logs with their numbers and the calibrations that they were driven with, in their order. */
export function useLogsWithHeld(ids: readonly string[]) {
  return {
    logs: useQueries({ queries: ids.map(logQuery), combine: dataOfAll }),
    held: useQueries({ queries: ids.map(heldQuery), combine: dataOfAll }),
  };
}

/** What is there of each by now, null where it cannot be read; stable while it is the same. */
function dataOfAll<T>(results: readonly { readonly data: T | undefined; readonly isError: boolean }[]) {
  return results.map(({ data, isError }) => (isError ? null : data));
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
  return useQuery(heldQuery(id));
}

const heldQuery = (id: string) => ({
  queryKey: ['log-held', id],
  queryFn: async () => {
    const text = await heldText(id);
    if (text === null) return null;
    const read = calibrationFromJson(jsonOf(text));
    return read.ok ? read.document : null;
  },
});

async function heldText(id: string): Promise<string | null> {
  return useHeldLogs.getState().calibrations[id] ?? logStore.held(id);
}

/** What a text says; null, which is no calibration, where storage has spoiled it. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/**
 * Keeps with logs the calibration that they were driven with, where that is not known: before it is changed by what they say. One
 * that is not kept itself has it while the page is there.
 */
export function useHoldCalibration() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ ids, document }: { ids: readonly string[]; document: Calibration }) => {
      for (const id of ids) {
        // One that is there and cannot be read stays: a later version may.
        if ((await heldText(id)) !== null) continue;
        const text = JSON.stringify(document);
        if (heldLog(id) === null) await logStore.hold(id, text);
        else holdCalibration(id, text);
        client.setQueryData(heldQuery(id).queryKey, document);
      }
    },
  });
}
