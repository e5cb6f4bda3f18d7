import {
  type Calibration,
  correctionKey,
  definitionAt,
  fieldInfo,
  isFieldPath,
  isMapKey,
  pinFunctions,
} from '../calibration';
import { MAP_DEFINITIONS, MAP_IDS } from '../program';
import type { Finding, Place } from './entry/check';
import { sheetOf } from './sheet';

/** Sections that are on no sheet of their own, with the page that each is entered on. */
const PAGES: Readonly<Record<string, string>> = {
  load: 'maps/load',
  blend: 'maps/load',
  overrun: 'maps/overrun',
  limits: 'maps/limits',
  launch: 'maps/limits',
  shift: 'maps/limits',
  boost: 'maps/boost',
  // Maps of idle are proposed from them, and the engine’s filling there.
  idle: 'build/engine',
  closedLoop: 'maps/loop',
  learned: 'maps/learned',
  knock: 'maps/knock',
  protection: 'maps/protection',
  sensorLoss: 'maps/protection',
  corrections: 'maps/corrections',
};

/** The page of the app on which a place stands, inside a calibration: "build/injectors", "maps/ve". */
export function pageOf(place: Place): string {
  const [section = '', ...rest] = place.split('.');
  if (section === 'maps') return place.replace('.', '/');
  const page = PAGES[section];
  if (page !== undefined) return page;
  const besideMap = MAP_IDS.find((id) => MAP_DEFINITIONS[id].settings?.section === section);
  if (besideMap !== undefined) return `maps/${besideMap}`;
  if (section === 'sensors' && rest.length > 1) return `build/sensors/${rest[0] ?? ''}`;
  return `build/${sheetOf(place)}`;
}

/** What a place is called: its field, what has the pin, the output, the correction, the map. */
export function placeLabel(document: Calibration, place: Place): string {
  const at = place.indexOf('.');
  const [section, rest] = [place.slice(0, at), place.slice(at + 1)];
  switch (section) {
    case 'maps':
      return isMapKey(document, rest) ? definitionAt(document, rest).label : rest;
    case 'pins':
      return pinFunctions(document).find(({ id }) => id === rest)?.label ?? 'Pins';
    case 'outputs':
      return document.outputs.find(({ id }) => id === rest)?.name ?? 'Outputs';
    case 'corrections':
      return definitionAt(document, correctionKey(rest)).label;
    default:
      return (isFieldPath(place) ? fieldInfo(place)?.label : undefined) ?? rest;
  }
}

/**
 * The address of a place inside a calibration: its page, and what of it is meant.
 * "build/injectors?at=injectors.ratedFlow"
 */
export function wayTo(place: Place): string {
  return `${pageOf(place)}?at=${encodeURIComponent(place)}`;
}

/** The address of what a finding is about; of a map with the cell that is meant: "maps/ve?at=maps.ve&cell=3,7". */
export function wayToFinding(finding: Finding): string {
  const cell = cellOf(finding);
  return `${wayTo(finding.place)}${cell === null ? '' : `&cell=${cell.column},${cell.row}`}`;
}

/** The cell that a finding is about, counted from the lowest of both axes; null for one that is about no single cell. */
export function cellOf({ data }: Finding): { readonly column: number; readonly row: number } | null {
  const cell = data['cell'] as { column?: unknown; row?: unknown } | undefined;
  return typeof cell?.column === 'number' && typeof cell.row === 'number'
    ? { column: cell.column, row: cell.row }
    : null;
}
