import { type Calibration, fileProblemMessage } from '@/core/calibration';
import type { ReadPart } from '@/data/files/pick';
import { readFile } from '@/workers/readFileClient';

/** The calibration in a file's text, or why it is none. */
export async function readCalibration(text: string): Promise<ReadPart<Calibration>> {
  const result = await readFile('calibration', text);
  return result.ok
    ? { ok: true, part: result.document }
    : { ok: false, message: fileProblemMessage(result.problem) };
}
