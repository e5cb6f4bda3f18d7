import { parse, type ParseError } from 'jsonc-parser';

/** Larger files are not read at all, bytes. */
export const MAX_FILE_BYTES = 20 * 1024 * 1024;

const STRICT = { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false };

/** What came of reading a text as JSON: the value, or where it goes wrong. */
export type JsonResult =
  | { readonly ok: true; readonly json: unknown }
  | { readonly ok: false; readonly line: number; readonly column: number; readonly endsEarly: boolean };

/** Strict JSON out of a file's text, with the place of the first mistake. */
export function readJson(text: string): JsonResult {
  const errors: ParseError[] = [];
  const json: unknown = parse(text.replace(/^\uFEFF/, ''), errors, STRICT);
  const [first] = errors;
  if (first === undefined) return { ok: true, json };
  const before = text.slice(0, first.offset);
  const line = before.split('\n').length;
  const column = first.offset - before.lastIndexOf('\n');
  const reached = first.offset + first.length;
  const endsEarly = reached >= text.trimEnd().length - 1 && text.trimStart().startsWith('{');
  return { ok: false, line, column, endsEarly };
}
