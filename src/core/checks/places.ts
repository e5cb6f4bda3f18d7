import {
  type Calibration,
  correctionKey,
  definitionAt,
  fieldInfo,
  isFieldPath,
  isMapKey,
  pinFunctions,
} from '../calibration';
import type { Place } from './entry/check';
import { sheetOf } from './sheet';

/** Sections whose fields are entered beside the maps, with the page of each. */
const BESIDE_MAPS: Readonly<Record<string, string>> = {
  load: 'maps/load',
  blend: 'maps/load',
  overrun: 'maps/overrun',
  corrections: 'maps/corrections',
};

/** The page of the app on which a place stands, inside a calibration: "build/injectors", "maps/ve". */
export function pageOf(place: Place): string {
  const [section = '', ...rest] = place.split('.');
  if (section === 'maps') return place.replace('.', '/');
  const beside = BESIDE_MAPS[section];
  if (beside !== undefined) return beside;
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
