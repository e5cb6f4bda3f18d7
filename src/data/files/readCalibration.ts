import { parse, type ParseError } from 'jsonc-parser';
import { calibrationFromJson, type FileResult } from '@/core/calibration';

/** Larger files are not read at all, bytes. */
export const MAX_FILE_BYTES = 20 * 1024 * 1024;

const STRICT = { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false };

/**
 * The calibration in a file's text, or why it is refused: cut short, not JSON, another JSON, too new, or out of range
 * at a named place.
 */
export function readCalibration(text: string): FileResult {
  const errors: ParseError[] = [];
  const json: unknown = parse(text.replace(/^\uFEFF/, ''), errors, STRICT);
  const [first] = errors;
  if (first !== undefined) {
    const before = text.slice(0, first.offset);
    const line = before.split('\n').length;
    const column = first.offset - before.lastIndexOf('\n');
    const endsEarly = first.offset >= text.trimEnd().length - 1 && text.trimStart().startsWith('{');
    return { ok: false, problem: { code: 'not-json', line, column, endsEarly } };
  }
  return calibrationFromJson(json);
}
