import { type Source, type TableFieldInfo, tableRows, type TableValue } from '../field';
import { conversionContext } from './context';
import { fieldInfo, type FieldPath, type SectionId, splitPath } from './fields';
import type { Calibration } from './schema';

/** A section of the document by its place; the object itself, so a draft's can be written to. */
export function sectionAt(document: Calibration, section: SectionId): Record<string, unknown> {
  const [outer = '', inner] = section.split('.');
  const part = (document as unknown as Record<string, Record<string, unknown>>)[outer];
  const found = inner === undefined ? part : part?.[inner];
  return found as Record<string, unknown>;
}

/** The value at a field's path, as stored. */
export function valueAt(document: Calibration, path: FieldPath): unknown {
  const { section, key } = splitPath(path);
  return sectionAt(document, section)[key];
}

/** What a choice field is set to; null while nothing is chosen. */
export function choiceAt(document: Calibration, path: FieldPath): string | null {
  return (valueAt(document, path) as { value: string; source: Source } | null)?.value ?? null;
}

/** Rows of a table field in base units; null while it is empty. */
export function tableAt(document: Calibration, path: FieldPath): number[][] | null {
  const info = fieldInfo(path);
  if (info?.kind !== 'table') throw new RangeError(`${path} is not a table`);
  const table = valueAt(document, path) as TableValue | null;
  return table === null ? null : tableRows(info as TableFieldInfo, table, conversionContext(document));
}
