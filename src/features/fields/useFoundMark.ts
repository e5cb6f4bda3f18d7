import { useCallback } from 'react';
import type { Calibration } from '@/core/calibration';
import { foundOn } from '@/core/checks';
import { useDocumentPartAfter } from '@/data/session/documentParts';
import { foundMark, type FoundMark } from './foundMark';

/** How much is found on a page of the open calibration, a moment after an edit; null for nothing. Drawn again when it changes. */
export function useFoundMark(page: string): FoundMark | null {
  const blocks = useDocumentPartAfter(
    useCallback((document: Calibration) => foundOn(document, page).blocks, [page]),
  );
  const warns = useDocumentPartAfter(
    useCallback((document: Calibration) => foundOn(document, page).warns, [page]),
  );
  return foundMark({ blocks: blocks ?? 0, warns: warns ?? 0, advises: 0 });
}
