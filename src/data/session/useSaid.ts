import { useCallback } from 'react';
import type { Calibration } from '@/core/calibration';
import { type Place, saidAbout } from '@/core/checks';
import { useShownUnits } from '../shownUnits';
import { useDocumentPartAfter } from './documentParts';

/** What the checks say about a place of the open document, in the units shown, a moment after it was opened or edited. */
export function useSaid(place: Place): { conflict: string | null; caution: string | null } {
  const [units] = useShownUnits();
  const conflict = useDocumentPartAfter(
    useCallback((document: Calibration) => saidAbout(document, place, units).conflict, [place, units]),
  );
  const caution = useDocumentPartAfter(
    useCallback((document: Calibration) => saidAbout(document, place, units).caution, [place, units]),
  );
  return { conflict, caution };
}
