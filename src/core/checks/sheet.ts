import {
  type Calibration,
  fieldInfo,
  type FieldPath,
  isRequired,
  missingFields,
  pinFunctions,
  SECTION_IDS,
  sectionFields,
  type SectionId,
  type SectionState,
  unconfirmedFields,
  USUAL_NOTE,
  valueAt,
} from '../calibration';
import type { Source } from '../field';
import { isConfirmed } from '../field/schema';
import { loomMoves, unwired } from '../pins/schema';
import { SENSOR_INFO } from '../sensors/schema';
import { reviewed } from './accepted';
import { blockingFindings } from './checks';

/** The sections of the build sheet, in the order of work. */
export const SHEET_IDS = [
  'engine',
  'cams',
  'trigger',
  'pins',
  'sensors',
  'injectors',
  'dead-time',
  'injection',
  'staging',
  'coils',
  'outputs',
] as const;

export type SheetId = (typeof SHEET_IDS)[number];

/** What the sections of the sheet are called. */
export const SHEET_LABELS: Readonly<Record<SheetId, string>> = {
  engine: 'Engine',
  cams: 'Cams',
  trigger: 'Trigger',
  pins: 'Pins',
  sensors: 'Sensors',
  injectors: 'Injectors',
  'dead-time': 'Dead time',
  injection: 'Injection',
  staging: 'Second set',
  coils: 'Coils',
  outputs: 'Outputs',
};

/** The sections whose fields stand on a sheet, but for those whose entry names another. */
const SECTIONS_OF: Readonly<Partial<Record<SheetId, readonly SectionId[]>>> = {
  engine: ['engine'],
  cams: ['cams'],
  trigger: ['trigger'],
  sensors: SENSOR_INFO.map(({ id }): SectionId => `sensors.${id}`),
  injectors: ['injectors'],
  injection: ['injection'],
  staging: ['staging'],
  coils: ['coils'],
};

/** The sheet that a field's entry names; undefined for what is no field, and for one that stands with its section. */
function namedSheet(place: string): SheetId | undefined {
  const section = SECTION_IDS.find((id) => place.startsWith(`${id}.`));
  const named = section === undefined ? undefined : fieldInfo(place as FieldPath)?.sheet;
  return SHEET_IDS.find((sheet) => sheet === named);
}

/** The section of the sheet in which a place stands; undefined for one that stands in another place of the app. */
function standsIn(place: string): SheetId | undefined {
  const own = SHEET_IDS.find(
    (sheet) =>
      place.startsWith(`${sheet}.`) || SECTIONS_OF[sheet]?.some((id) => place.startsWith(`${id}.`)) === true,
  );
  return namedSheet(place) ?? own;
}

/** The section of the sheet to go to for a place. */
export function sheetOf(place: string): SheetId {
  return standsIn(place) ?? 'engine';
}

/** How far a section of the sheet has come. */
export function sheetState(document: Calibration, sheet: SheetId): SectionState {
  if (sheet === 'pins') return wiringState(document);
  if (sheet === 'outputs') return outputsState(document);
  return fieldsState(document, SECTION_IDS, (path) => standsIn(path) === sheet);
}

/** How far one sensor has come. */
export function sectionState(document: Calibration, section: SectionId): SectionState {
  return fieldsState(document, [section], () => true);
}

function fieldsState(
  document: Calibration,
  sections: readonly SectionId[],
  inSheet: (place: string) => boolean,
): SectionState {
  const fields = sections.flatMap(sectionFields).filter(inSheet);
  const missing = sections.flatMap((section) => missingFields(document, section)).filter(inSheet);
  if (!fields.some((path) => isEntered(document, path)) && missing.length > 0) return 'empty';
  const inConflict = blockingFindings(document).some(
    ({ place }) => sections.some((section) => place.startsWith(`${section}.`)) && inSheet(place),
  );
  if (inConflict) return 'conflict';
  if (missing.length > 0) return 'incomplete';
  const unconfirmed = sections.flatMap((section) => unconfirmedFields(document, section)).filter(inSheet);
  if (unconfirmed.length > 0) return 'unconfirmed';
  if (isWarned(document, (place) => sections.some((id) => place.startsWith(`${id}.`)) && inSheet(place)))
    return 'warned';
  return fields.some((path) => isEntered(document, path)) ? 'confirmed' : 'empty';
}

/** True where something unwise is found, and nobody has accepted it. */
function isWarned(document: Calibration, here: (place: string) => boolean): boolean {
  return reviewed(document).open.some(({ severity, place }) => severity === 'warns' && here(place));
}

/** True for a required field, or any other, that holds more than a usual value put there at the beginning. */
function isEntered(document: Calibration, path: FieldPath): boolean {
  const value = valueAt(document, path) as { source?: Source } | null;
  if (value === null) return false;
  return value.source?.note !== USUAL_NOTE || (isRequired(document, path) && isConfirmed(value.source));
}

function wiringState(document: Calibration): SectionState {
  const { ecu, assignments, confirmed } = document.pins;
  if (ecu === null) return 'empty';
  if (blockingFindings(document).some(({ place }) => place.startsWith('pins.'))) return 'conflict';
  if (unwired(assignments, pinFunctions(document)).length > 0) return 'incomplete';
  if (confirmed === null || loomMoves(document.pins).length > 0) return 'unconfirmed';
  return isWarned(document, (place) => place.startsWith('pins.')) ? 'warned' : 'confirmed';
}

function outputsState(document: Calibration): SectionState {
  const { outputs } = document;
  if (outputs.length === 0) return 'empty';
  if (blockingFindings(document).some(({ place }) => place.startsWith('outputs.'))) return 'conflict';
  if (!outputs.some(({ purpose }) => purpose === 'fuelPump')) return 'incomplete';
  if (!outputs.every(({ source }) => isConfirmed(source))) return 'unconfirmed';
  return isWarned(document, (place) => place.startsWith('outputs.')) ? 'warned' : 'confirmed';
}
