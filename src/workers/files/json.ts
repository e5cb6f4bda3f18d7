import { visit } from 'jsonc-parser';
import { FILE_LIMITS } from '@/core/field';

const STRICT = { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false };

/** What came of reading a text as JSON: the value, or where it goes wrong. */
export type JsonResult =
  | { readonly ok: true; readonly json: unknown }
  | { readonly ok: false; readonly line: number; readonly column: number; readonly endsEarly: boolean };

/** Strict JSON out of a file's text, with the place of the first mistake. Never throws. */
export function readJson(file: string): JsonResult {
  const text = file.replace(/^\uFEFF/, '');
  try {
    return { ok: true, json: JSON.parse(text) as unknown };
  } catch {
    const { offset, length } = firstMistake(text);
    const before = text.slice(0, offset);
    const line = before.split('\n').length;
    const column = offset - before.lastIndexOf('\n');
    const endsEarly = offset + length >= text.trimEnd().length - 1 && text.trimStart().startsWith('{');
    return { ok: false, line, column, endsEarly };
  }
}

interface Mistake {
  readonly offset: number;
  readonly length: number;
}

/** Where text stops being JSON; where it is nested deeper than any of ours, there, because the parser that tells recurses. */
function firstMistake(text: string): Mistake {
  const deepest = offsetBeyondDepth(text, FILE_LIMITS.depth);
  if (deepest !== null) return { offset: deepest, length: 1 };
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

/** Offset of the first bracket deeper than a depth, strings left out; null where there is none. */
function offsetBeyondDepth(text: string, most: number): number | null {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i += 1) {
    const sign = text[i];
    if (quoted) {
      if (sign === '\\') i += 1;
      else if (sign === '"') quoted = false;
    } else if (sign === '"') quoted = true;
    else if (sign === '[' || sign === '{') {
      depth += 1;
      if (depth > most) return i;
    } else if (sign === ']' || sign === '}') depth -= 1;
  }
  return null;
}
