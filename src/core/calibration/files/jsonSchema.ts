import type { FieldInfo } from '../../field';
import { fieldRegistry, z } from '../../field/schema';
import { QUANTITIES } from '../../units';
import { calibrationSchema } from '../schema';

/**
 * The published JSON Schema of the document, with each field's label, help and limits. Limits are in the base unit; the
 * amount in the file may be in any of the quantity's units, so they cannot be plain `minimum` and `maximum`.
 */
export function calibrationJsonSchema(): Record<string, unknown> {
  return z.toJSONSchema(calibrationSchema, {
    target: 'draft-2020-12',
    io: 'input',
    override: ({ zodSchema, jsonSchema }) => {
      const info = fieldRegistry.get(zodSchema as z.core.$ZodType);
      if (info !== undefined) Object.assign(jsonSchema, annotations(info));
    },
  }) as Record<string, unknown>;
}

function annotations(info: FieldInfo): Record<string, unknown> {
  const text = { title: info.label, description: `${info.help.what} Usual: ${info.help.usual}` };
  if (info.kind !== 'quantity') return text;
  const base = QUANTITIES[info.quantity].units[0].label;
  return { ...text, 'x-limits': { min: info.min, max: info.max, unit: base } };
}
