import { calibrationFromJson, type FileResult } from '@/core/calibration';
import { readJson } from './json';

/**
 * The calibration in a file's text, or why it is refused: cut short, not JSON, another JSON, too new, or out of range
 * at a named place.
 */
export function readCalibration(text: string): FileResult {
  const read = readJson(text);
  if (read.ok) return calibrationFromJson(read.json);
  const { line, column, endsEarly, excess } = read;
  if (excess !== null) {
    const place = { path: `line ${line}, column ${column}`, label: 'The file' };
    return { ok: false, problem: { code: 'invalid', place, reason: excess, others: 0 } };
  }
  return { ok: false, problem: { code: 'not-json', line, column, endsEarly } };
}
