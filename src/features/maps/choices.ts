import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { type GeneratorChoices, usualChoices } from '@/core/generators';

/** What the builder chose for the generators in this session; what is not chosen is usual. */
const useChosen = create<{ readonly chosen: Partial<GeneratorChoices> }>(() => ({ chosen: {} }));

/** The generators' choices for a document, and a way to change them. They hold for every map until changed. */
export function useGeneratorChoices(
  document: Calibration,
): readonly [GeneratorChoices, (part: Partial<GeneratorChoices>) => void] {
  const chosen = useChosen((state) => state.chosen);
  return [
    { ...usualChoices(document), ...chosen },
    (part) => useChosen.setState({ chosen: { ...chosen, ...part } }),
  ];
}
