import type { Calibration } from '../calibration';
import type { ShownUnits } from '../units';
import type { Place, Severity } from './entry/check';
import { reviewed } from './accepted';
import { findingWords } from './checks';

/** What the checks say about a place, in words: what stands in the way, and what is unwise and nobody has accepted. */
export function saidAbout(
  document: Calibration,
  place: Place,
  units: ShownUnits,
): { conflict: string | null; caution: string | null } {
  const here = reviewed(document).open.filter((finding) => finding.place === place);
  const words = (...severities: Severity[]) =>
    here
      .filter(({ severity }) => severities.includes(severity))
      .map((finding) => findingWords(finding, units))
      .join(' ') || null;
  return { conflict: words('blocks'), caution: words('warns', 'advises') };
}
