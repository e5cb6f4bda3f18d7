import type * as z from 'zod';
import { engineSchema } from '../engine';
import { fieldRegistry, type FieldInfo } from '../field';
import { injectorSchema } from '../injector';
import { startupSchema } from '../startup/startupSchema';

/** The parts of the document that are made of fields. */
export const SECTION_SCHEMAS = {
  engine: engineSchema,
  injectors: injectorSchema,
  startUp: startupSchema,
} as const;

export type SectionId = keyof typeof SECTION_SCHEMAS;

/** A field's place in the document, as "engine.bore". */
export type FieldPath = `${SectionId}.${string}`;

/** What a field says of itself; undefined for entries that are not fields (the geometry mode). */
export function fieldInfo(path: FieldPath): FieldInfo | undefined {
  const [section, key] = path.split('.') as [SectionId, string];
  const shape: Record<string, z.ZodType | undefined> = SECTION_SCHEMAS[section].shape;
  const schema = shape[key];
  return schema === undefined ? undefined : fieldRegistry.get(schema);
}

/** Paths of a section's fields, in the order of work. */
export function sectionFields(section: SectionId): FieldPath[] {
  return Object.keys(SECTION_SCHEMAS[section].shape)
    .map((key): FieldPath => `${section}.${key}`)
    .filter((path) => fieldInfo(path) !== undefined);
}
