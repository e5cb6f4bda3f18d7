import { createContext, useCallback, useContext } from 'react';
import { type ShownBy, USUAL_UNITS, wordsShown } from '@/core/units';

/** The units everything inside is shown in; the usual ones, of no fuel, where no calibration is open. */
export const ShownContext = createContext<ShownBy>({ units: USUAL_UNITS, stoichiometricRatio: 1 });

/** What numbers are shown in. */
export function useShownBy(): ShownBy {
  return useContext(ShownContext);
}

/** The way of a sentence into the units chosen: for what is said where no {@link Text} draws it. */
export function useWordsShown(): (text: string) => string {
  const by = useShownBy();
  return useCallback((text: string) => wordsShown(text, by), [by]);
}
