import type { Calibration } from '../calibration';
import { reviewed } from './accepted';
import type { Severity } from './entry/check';
import { pageOf } from './places';

/** The places of the app where something can be found. */
export type FoundIn = 'build' | 'maps';

/** How much is found in a place and is still open, by how grave it is. */
export type FoundCounts = Readonly<Record<FoundIn, Readonly<Record<Severity, number>>>>;

/** How much is found in each place, and is not accepted. */
export function foundCounts(document: Calibration): FoundCounts {
  const counts = {
    build: { blocks: 0, warns: 0, advises: 0 },
    maps: { blocks: 0, warns: 0, advises: 0 },
  };
  for (const { severity, place } of reviewed(document).open) {
    counts[pageOf(place).startsWith('maps/') ? 'maps' : 'build'][severity] += 1;
  }
  return counts;
}
