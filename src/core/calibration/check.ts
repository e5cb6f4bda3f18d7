import {
  limitMessage,
  limitProblem,
  type QuantityValue,
  type Source,
  tableProblems,
  type TableValue,
} from '../field';
import { isConfirmed } from '../field/schema';
import { isRequired, isSetAside } from './applies';
import { conversionContext } from './context';
import { fieldInfo, type FieldPath, SECTION_IDS, sectionFields, type SectionId } from './fields';
import type { Calibration } from './schema';
import { valueAt } from './values';

/** State of a section of the build sheet; warned where something unwise stands in it that nobody has accepted. */
export type SectionState = 'empty' | 'incomplete' | 'unconfirmed' | 'warned' | 'confirmed' | 'conflict';

/** An amount or a table that cannot be in its field. */
export interface LimitConflict {
  readonly path: FieldPath;
  readonly message: string;
}

/** Every amount outside its field's limits, and every table out of order: what a file is refused for. */
export function limitProblems(document: Calibration): LimitConflict[] {
  const context = conversionContext(document);
  const error = (path: FieldPath, message: string): LimitConflict => ({ path, message });
  return SECTION_IDS.flatMap((section) =>
    sectionFields(section).flatMap((path): LimitConflict[] => {
      const info = fieldInfo(path);
      const value = valueAt(document, path);
      if (value === null || value === undefined) return [];
      if (info?.kind === 'quantity') {
        const problem = limitProblem(info, value as QuantityValue, context);
        return problem === null ? [] : [error(path, limitMessage(info, problem))];
      }
      if (info?.kind === 'table') {
        return tableProblems(info, value as TableValue, context).map(({ message }) => error(path, message));
      }
      return [];
    }),
  );
}

/** The fields of a section that are required and empty. */
export function missingFields(document: Calibration, section: SectionId): FieldPath[] {
  return sectionFields(section).filter(
    (path) => isRequired(document, path) && valueAt(document, path) === null,
  );
}

/** The fields of a section whose values nobody vouches for yet. */
export function unconfirmedFields(document: Calibration, section: SectionId): FieldPath[] {
  return sectionFields(section).filter((path) => {
    const value = valueAt(document, path) as { source: Source } | null;
    return value !== null && !isSetAside(document, path) && !isConfirmed(value.source);
  });
}
