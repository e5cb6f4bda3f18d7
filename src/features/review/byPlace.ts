import type { Calibration } from '@/core/calibration';
import { type Finding, pageOf, placeLabel, SHEET_IDS, SHEET_LABELS, sheetOf } from '@/core/checks';

/** What is found in one place of the app: a section of the sheet, a map, or what is set beside the maps. */
export interface FoundInPlace {
  readonly label: string;
  readonly found: readonly Finding[];
}

const BESIDE_MAPS = 'Beside the maps';

/** Findings by where they stand: the sections in the order of work, then maps, then what is set beside them. */
export function byPlace(document: Calibration, findings: readonly Finding[]): FoundInPlace[] {
  const places = new Map<string, Finding[]>();
  for (const finding of findings) {
    const label = labelOf(document, finding);
    places.set(label, [...(places.get(label) ?? []), finding]);
  }
  const sections = SHEET_IDS.map((id) => SHEET_LABELS[id]);
  const rank = ({ label }: FoundInPlace) => {
    const at = sections.indexOf(label);
    return at >= 0 ? at : sections.length + (label === BESIDE_MAPS ? 1 : 0);
  };
  return [...places].map(([label, found]) => ({ label, found })).sort((a, b) => rank(a) - rank(b));
}

function labelOf(document: Calibration, { place }: Finding): string {
  if (place.startsWith('maps.')) return placeLabel(document, place);
  return pageOf(place).startsWith('build/') ? SHEET_LABELS[sheetOf(place)] : BESIDE_MAPS;
}
