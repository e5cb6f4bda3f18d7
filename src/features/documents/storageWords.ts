import type { StorageUse } from '@/data/store/storageUse';

const KILO = 1024;
/** From this share on it is worth a warning. */
const FULL_SHARE = 0.8;

/** Bytes as somebody says them: "340 kB", "12 MB", "2.1 GB". */
export function bytesWords(bytes: number): string {
  const [mega, giga] = [KILO ** 2, KILO ** 3];
  if (bytes >= giga) return `${(bytes / giga).toFixed(1)} GB`;
  if (bytes >= 10 * mega) return `${Math.round(bytes / mega)} MB`;
  if (bytes >= mega) return `${(bytes / mega).toFixed(1)} MB`;
  return `${Math.max(1, Math.round(bytes / KILO))} kB`;
}

/** How much is used, in a sentence. */
export function usedWords({ usedBytes, allowedBytes }: StorageUse): string {
  if (usedBytes === null) return 'The browser does not say how much is stored.';
  if (allowedBytes === null) return `${bytesWords(usedBytes)} are stored here.`;
  return `${bytesWords(usedBytes)} of ${bytesWords(allowedBytes)} are used.`;
}

/** The share that is used, 0…1; null where it is not known. */
export function usedShare({ usedBytes, allowedBytes }: StorageUse): number | null {
  return usedBytes === null || allowedBytes === null || allowedBytes <= 0
    ? null
    : Math.min(1, usedBytes / allowedBytes);
}

/** True where little is left. */
export function isNearlyFull(use: StorageUse): boolean {
  return (usedShare(use) ?? 0) >= FULL_SHARE;
}
