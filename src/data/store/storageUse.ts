import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { askToKeep } from './durable';

/** What of the browser’s storage is used; null numbers where the browser does not say. */
export interface StorageUse {
  readonly usedBytes: number | null;
  readonly allowedBytes: number | null;
  /** The browser keeps what is stored, also when space is short. */
  readonly isKept: boolean;
}

const KEY = ['storage-use'] as const;

/** How much is stored, and whether the browser keeps it. */
export function useStorageUse() {
  return useQuery({ queryKey: KEY, queryFn: storageUse, staleTime: 0, gcTime: 0 });
}

/** Asks the browser to keep what is stored. */
export function useAskToKeep() {
  const client = useQueryClient();
  return useMutation({ mutationFn: askToKeep, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
}

async function storageUse(): Promise<StorageUse> {
  const { storage } = navigator as Partial<Pick<Navigator, 'storage'>>;
  if (storage === undefined) return { usedBytes: null, allowedBytes: null, isKept: false };
  const [{ usage, quota }, isKept] = await Promise.all([
    storage.estimate().catch((): StorageEstimate => ({})),
    storage.persisted().catch(() => false),
  ]);
  return { usedBytes: usage ?? null, allowedBytes: quota ?? null, isKept };
}
