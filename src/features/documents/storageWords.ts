import type { StorageUse } from '@/data/store/storageUse';
import { bytesWords } from '@/ui/text/bytesWords';

/** From this share on it is worth a warning. */
const FULL_SHARE = 0.8;

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
