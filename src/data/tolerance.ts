import { usePreference } from './preferences';

/** How far from its target a cell may read and still be right, shares; the usual one is used where nobody chose. */
export const TOLERANCES = [0.01, 0.02, 0.025, 0.04] as const;
const USUAL = 0.025;

const read = (stored: string | null): number => TOLERANCES.find((one) => String(one) === stored) ?? USUAL;

/** The chosen tolerance and a way to change it. */
export function useTolerance(): readonly [number, (tolerance: number) => void] {
  return usePreference('tolerance', read, String);
}
