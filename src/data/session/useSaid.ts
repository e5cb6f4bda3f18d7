import { type Place, saidAbout } from '@/core/checks';
import { useShownUnits } from '../shownUnits';
import { useDocument } from './session';

/** What the checks say about a place of the open document, in the units shown. */
export function useSaid(place: Place): { conflict: string | null; caution: string | null } {
  const [units] = useShownUnits();
  return saidAbout(useDocument(), place, units);
}
