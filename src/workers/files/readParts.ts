import { jsonExcess } from '@/core/field';
import type { z } from '@/core/field/schema';
import { INJECTOR_LIBRARY_FORMAT, type InjectorLibrary, injectorLibrarySchema } from '@/core/injectorLibrary';
import type { EcuDescription } from '@/core/pins';
import { ECU_FORMAT, ecuSchema } from '@/core/pins/schema';
import { readJson } from './json';

/** A part's description out of a file, or a sentence why not. */
export type PartResult<T> =
  { readonly ok: true; readonly part: T } | { readonly ok: false; readonly message: string };

/** Reads a file of a known format: what is wrong is said with its place. */
function readPart<T>(text: string, schema: z.ZodType<T>, format: string, what: string): PartResult<T> {
  const read = readJson(text);
  if (!read.ok) {
    return {
      ok: false,
      message:
        read.excess === null
          ? `The file is not JSON: it goes wrong at line ${read.line}, column ${read.column}.`
          : `The file, line ${read.line}, column ${read.column}: ${read.excess}.`,
    };
  }
  if ((read.json as { format?: unknown } | null)?.format !== format) {
    return { ok: false, message: `The file is not ${what}: its “format” is not “${format}”.` };
  }
  const excess = jsonExcess(read.json);
  if (excess !== null)
    return { ok: false, message: `${excess.path.join('.')}: ${excess.reason}. Correct it there.` };
  const parsed = schema.safeParse(read.json);
  if (parsed.success) return { ok: true, part: parsed.data };
  const [issue] = parsed.error.issues;
  return {
    ok: false,
    message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not valid'}. Correct it there.`,
  };
}

/** The description of an engine computer out of a file's text. */
export function readEcu(text: string): PartResult<EcuDescription> {
  return readPart(text, ecuSchema, ECU_FORMAT, 'the description of an engine computer');
}

/** A library of injector sets out of a file's text. */
export function readInjectorLibrary(text: string): PartResult<InjectorLibrary> {
  return readPart(text, injectorLibrarySchema, INJECTOR_LIBRARY_FORMAT, 'a library of injectors');
}
