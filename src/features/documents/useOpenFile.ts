import { useState } from 'react';
import { type Calibration, fileProblemMessage } from '@/core/calibration';
import { pickPart, type ReadPart } from '@/data/files/pick';
import { readFile } from '@/workers/readFileClient';

/** Asks for a file; a good one goes on to `onDocument`, a bad one leaves a sentence and changes nothing. */
export function useOpenFile(onDocument: (document: Calibration) => void) {
  const [problem, setProblem] = useState<string | null>(null);
  const pick = async () => {
    const picked = await pickPart(readDocument);
    if (picked === null) return;
    setProblem(picked.ok ? null : picked.message);
    if (picked.ok) onDocument(picked.part);
  };
  return { pick, problem };
}

async function readDocument(text: string): Promise<ReadPart<Calibration>> {
  const result = await readFile('calibration', text);
  return result.ok
    ? { ok: true, part: result.document }
    : { ok: false, message: fileProblemMessage(result.problem) };
}
