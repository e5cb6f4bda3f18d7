import { visit } from 'jsonc-parser';
import { FILE_LIMITS } from '@/core/field';

const STRICT = { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false };

/** Where in a text something is. */
export interface TextPlace {
  readonly line: number;
  readonly column: number;
}

/** What came of reading a text as JSON: the value; where it goes wrong; or why it is too large to be read. */
export type JsonResult =
  | { readonly ok: true; readonly json: unknown }
  | ({ readonly ok: false; readonly endsEarly: boolean; readonly excess: null } & TextPlace)
  | ({ readonly ok: false; readonly endsEarly: false; readonly excess: string } & TextPlace);

/** Strict JSON out of a file's text, with the place of the first mistake. Never throws, and ends soon whatever it is given. */
export function readJson(file: string): JsonResult {
  const text = file.replace(/^\uFEFF/, '');
  // Looked over first: a parser builds all of it before anybody can say that it is too much, and some recurse.
  const excess = excessIn(text);
  if (excess !== null) {
    return { ok: false, endsEarly: false, excess: excess.reason, ...placeAt(text, excess.offset) };
  }
  try {
    return { ok: true, json: JSON.parse(text) as unknown };
  } catch {
    const { offset, length } = firstMistake(text);
    const endsEarly = offset + length >= text.trimEnd().length - 1 && text.trimStart().startsWith('{');
    return { ok: false, endsEarly, excess: null, ...placeAt(text, offset) };
  }
}

function placeAt(text: string, offset: number): TextPlace {
  const before = text.slice(0, offset);
  return { line: before.split('\n').length, column: offset - before.lastIndexOf('\n') };
}

interface Mistake {
  readonly offset: number;
  readonly length: number;
}

/** Where text stops being JSON. */
function firstMistake(text: string): Mistake {
  let found: Mistake | null = null;
  try {
    visit(
      text,
      {
        onError: (_code, offset, length) => {
          found = { offset, length };
          throw new SyntaxError('The first mistake is enough');
        },
      },
      STRICT,
    );
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
  }
  return found ?? { offset: 0, length: 0 };
}

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const COMMA = 0x2c;
const OPENING = [0x5b, 0x7b];
const CLOSING = [0x5d, 0x7d];

/** The first place where a text is nested deeper, or holds more, than any of ours; brackets in texts are text. */
function excessIn(text: string): { readonly offset: number; readonly reason: string } | null {
  const { depth: deepest, values: most } = FILE_LIMITS;
  let depth = 0;
  let values = 0;
  let quoted = false;
  for (let offset = 0; offset < text.length; offset += 1) {
    const sign = text.charCodeAt(offset);
    if (quoted) {
      if (sign === BACKSLASH) offset += 1;
      else if (sign === QUOTE) quoted = false;
      continue;
    }
    if (sign === QUOTE) quoted = true;
    else if (sign === COMMA) values += 1;
    else if (sign === OPENING[0] || sign === OPENING[1]) {
      depth += 1;
      values += 1;
    } else if (sign === CLOSING[0] || sign === CLOSING[1]) depth -= 1;
    if (depth > deepest) return { offset, reason: `Nested more than ${deepest} deep` };
    if (values > most) return { offset, reason: `Holds more than ${most} values` };
  }
  return null;
}
