import { fieldInfo, type FieldPath, sectionFields, type SectionId } from '@/core/calibration';

/** The fields of a section up to where a card of its own begins: what belongs beside a map. */
export function firstCardFields(section: SectionId): FieldPath[] {
  const fields = sectionFields(section);
  const next = fields.findIndex((path, i) => i > 0 && fieldInfo(path)?.card !== undefined);
  return next < 0 ? fields : fields.slice(0, next);
}
