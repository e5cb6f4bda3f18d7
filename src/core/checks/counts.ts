import type { Calibration } from '../calibration';
import { reviewed } from './accepted';
import type { Severity } from './entry/check';
import { pageOf } from './places';

/** The places of the app where something can be found. */
export type FoundIn = 'build' | 'maps';

/** How much is found and is still open, by how grave it is. */
export type Found = Readonly<Record<Severity, number>>;

/** How much is found in each place of the app. */
export type FoundCounts = Readonly<Record<FoundIn, Found>>;

/** How much is found in each place, and is not accepted. */
export function foundCounts(document: Calibration): FoundCounts {
  return { build: foundOn(document, 'build'), maps: foundOn(document, 'maps') };
}

/** How much is found on a page and on those within it, and is not accepted. @param page as `pageOf` gives it. */
export function foundOn(document: Calibration, page: string): Found {
  const found = { blocks: 0, warns: 0, advises: 0 };
  for (const { severity, place } of reviewed(document).open) {
    const at = pageOf(place);
    if (at === page || at.startsWith(`${page}/`)) found[severity] += 1;
  }
  return found;
}
