import { jsonExcess } from '../../field';
import { isMapId, MAP_DEFINITIONS } from '../../program';
import { limitProblems } from '../check';
import { fieldInfo, type FieldPath, SECTION_SCHEMAS, type SectionId } from '../fields';
import { type Calibration, CALIBRATION_FORMAT, CALIBRATION_VERSION, calibrationSchema } from '../schema';
import { migrated } from './migrate';

/** Where in a file something is wrong, as a path and in the words on screen. */
export interface FilePlace {
  readonly path: string;
  readonly label: string;
}

/** Why a file is refused: a closed list. */
export type FileProblem =
  | { readonly code: 'not-json'; readonly line: number; readonly column: number; readonly endsEarly: boolean }
  | { readonly code: 'not-a-calibration' }
  | { readonly code: 'no-version' }
  | { readonly code: 'newer-version'; readonly version: number }
  | { readonly code: 'too-old'; readonly version: number }
  | { readonly code: 'invalid'; readonly place: FilePlace; readonly reason: string; readonly others: number };

export type FileResult =
  | { readonly ok: true; readonly document: Calibration }
  | { readonly ok: false; readonly problem: FileProblem };

/** The document out of parsed JSON: format, size, version, shape and limits checked in this order. Never throws. */
export function calibrationFromJson(json: unknown): FileResult {
  if (!isRecord(json) || json['format'] !== CALIBRATION_FORMAT) {
    return { ok: false, problem: { code: 'not-a-calibration' } };
  }
  const excess = jsonExcess(json);
  if (excess !== null) return invalid(excess.path, excess.reason, 0);
  const current = migrated(json, CALIBRATION_VERSION);
  if (!current.ok) {
    switch (current.reason) {
      case 'no-version':
        return { ok: false, problem: { code: 'no-version' } };
      case 'newer':
        return { ok: false, problem: { code: 'newer-version', version: current.version } };
      case 'too-old':
        return { ok: false, problem: { code: 'too-old', version: current.version } };
    }
  }
  const parsed = calibrationSchema.safeParse(current.document);
  if (!parsed.success) {
    const [first, ...rest] = parsed.error.issues;
    return invalid(first?.path ?? [], first?.message ?? 'Not valid', rest.length);
  }
  const [limit, ...others] = limitProblems(parsed.data);
  if (limit !== undefined) return invalid(limit.path.split('.'), limit.message, others.length);
  return { ok: true, document: parsed.data };
}

function invalid(path: readonly PropertyKey[], reason: string, others: number): FileResult {
  const place = { path: path.map(String).join('.'), label: placeLabel(path) };
  return { ok: false, problem: { code: 'invalid', place, reason, others } };
}

/** The words for a place in the document: a field's or a map's label, with the cell where there is one. */
export function placeLabel(path: readonly PropertyKey[]): string {
  const [section, key, part, index] = path.map(String);
  if (section === undefined || section === '') return 'The file';
  if (section === 'maps' && key !== undefined && isMapId(key)) {
    const name = MAP_DEFINITIONS[key].label;
    if (part === 'values' && index !== undefined) return `${name}, cell ${Number(index) + 1}`;
    if (part === 'x' || part === 'y') {
      const axis = MAP_DEFINITIONS[key][part];
      return `${name}, ${axis?.label.toLowerCase() ?? part} breakpoints`;
    }
    return name;
  }
  if (Object.hasOwn(SECTION_SCHEMAS, section) && key !== undefined) {
    return fieldInfo(`${section as SectionId}.${key}` satisfies FieldPath)?.label ?? key;
  }
  return section;
}

/** A sentence for a refusal: what is wrong, where, and what to do. */
export function fileProblemMessage(problem: FileProblem): string {
  switch (problem.code) {
    case 'not-json':
      return problem.endsEarly
        ? `The file ends in the middle, at line ${problem.line}. It was cut short: fetch or export it again.`
        : `The file is not JSON: it goes wrong at line ${problem.line}, column ${problem.column}. Choose a calibration exported from Lumbre.`;
    case 'not-a-calibration':
      return 'The file is JSON, but not a Lumbre calibration: its “format” does not say so. Choose another file.';
    case 'no-version':
      return 'The file does not say which version it is. It may have been edited by hand: export it again.';
    case 'newer-version':
      return `The file is version ${problem.version}; this Lumbre reads up to version ${CALIBRATION_VERSION}. Update Lumbre, then open it.`;
    case 'too-old':
      return `The file is version ${problem.version}, older than this Lumbre can read. Open it with the Lumbre that wrote it and export it again.`;
    case 'invalid': {
      const more =
        problem.others === 0
          ? ''
          : ` ${problem.others} more ${problem.others === 1 ? 'place is' : 'places are'} wrong too.`;
      return `${problem.place.label} (${problem.place.path}): ${sentence(problem.reason)}${more}`;
    }
  }
}

function sentence(text: string): string {
  return /[.!?]$/.test(text) ? text : `${text}.`;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The document as the text of a file. */
export function calibrationToText(document: Calibration): string {
  return `${JSON.stringify(document, null, 1)}\n`;
}
