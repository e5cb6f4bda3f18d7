import type { Output } from './outputSchema';

/** What the coil of a relay draws, A: the usual small changeover relay at 14 V. */
export const RELAY_COIL_A = 0.2;

/** Current through the pin of an output, A: its load’s, or a relay’s coil; null while nobody has said. */
export function pinCurrentA({
  currentA,
  throughRelay,
}: Pick<Output, 'currentA' | 'throughRelay'>): number | null {
  if (throughRelay === true) return RELAY_COIL_A;
  return currentA ?? null;
}
