import { type FoundCounts, foundCounts } from '@/core/checks';
import { useDocumentPartAfter } from '@/data/session/documentParts';

/** How much is found in each place of the open calibration; null until that is known. */
export function useFoundCounts(): FoundCounts | null {
  return useDocumentPartAfter(foundCounts);
}
