import {
  type Calibration,
  type FieldPath,
  isRequired,
  missingFields,
  pinFunctions,
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
import { conflicts } from './checks';

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

const DEAD_TIME_FIELDS: readonly FieldPath[] = [
  'injectors.deadTime',
  'injectors.shortPulse',
  'injectors.leastPulse',
];

const SECTIONS_OF: Readonly<Record<Exclude<SheetId, 'pins' | 'outputs'>, readonly SectionId[]>> = {
  engine: ['engine'],
  cams: ['cams'],
  trigger: ['trigger'],
  sensors: SENSOR_INFO.map(({ id }): SectionId => `sensors.${id}`),
  injectors: ['injectors'],
  'dead-time': ['injectors'],
  injection: ['injection'],
  staging: ['staging'],
  coils: ['coils'],
};

/** True for a field that stands in this section of the sheet. */
function standsIn(sheet: SheetId, place: string): boolean {
  if (sheet === 'pins' || sheet === 'outputs') return place.startsWith(`${sheet}.`);
  const section = SECTIONS_OF[sheet].some((id) => place.startsWith(`${id}.`));
  if (sheet === 'dead-time') return (DEAD_TIME_FIELDS as readonly string[]).includes(place);
  if (sheet === 'injectors') return section && !(DEAD_TIME_FIELDS as readonly string[]).includes(place);
  return section;
}

/** The section of the sheet in which a place stands. */
export function sheetOf(path: string): SheetId {
  return SHEET_IDS.find((sheet) => standsIn(sheet, path)) ?? 'engine';
}

/** How far a section of the sheet has come. */
export function sheetState(document: Calibration, sheet: SheetId): SectionState {
  if (sheet === 'pins') return wiringState(document);
  if (sheet === 'outputs') return outputsState(document);
  const sections = SECTIONS_OF[sheet];
  const inSheet = (path: FieldPath) => standsIn(sheet, path);
  return fieldsState(document, sections, inSheet);
}

/** How far one sensor has come. */
export function sectionState(document: Calibration, section: SectionId): SectionState {
  return fieldsState(document, [section], () => true);
}

function fieldsState(
  document: Calibration,
  sections: readonly SectionId[],
  inSheet: (path: FieldPath) => boolean,
): SectionState {
  const fields = sections.flatMap(sectionFields).filter(inSheet);
  const missing = sections.flatMap((section) => missingFields(document, section)).filter(inSheet);
  if (!fields.some((path) => isEntered(document, path)) && missing.length > 0) return 'empty';
  const inConflict = conflicts(document).some(
    ({ place }) => sections.some((section) => place.startsWith(`${section}.`)) && inSheet(place as FieldPath),
  );
  if (inConflict) return 'conflict';
  if (missing.length > 0) return 'incomplete';
  const unconfirmed = sections.flatMap((section) => unconfirmedFields(document, section)).filter(inSheet);
  if (unconfirmed.length > 0) return 'unconfirmed';
  return fields.some((path) => isEntered(document, path)) ? 'confirmed' : 'empty';
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
  if (conflicts(document).some(({ place }) => place.startsWith('pins.'))) return 'conflict';
  if (unwired(assignments, pinFunctions(document)).length > 0) return 'incomplete';
  return confirmed === null || loomMoves(document.pins).length > 0 ? 'unconfirmed' : 'confirmed';
}

function outputsState(document: Calibration): SectionState {
  const { outputs } = document;
  if (outputs.length === 0) return 'empty';
  if (conflicts(document).some(({ place }) => place.startsWith('outputs.'))) return 'conflict';
  if (!outputs.some(({ purpose }) => purpose === 'fuelPump')) return 'incomplete';
  return outputs.every(({ source }) => isConfirmed(source)) ? 'confirmed' : 'unconfirmed';
}
