import { useState } from 'react';
import type { Calibration } from '@/core/calibration';
import { pickPart, type ReadPart } from '@/data/files/pick';

/** Asks for a file; a good one goes on to `onDocument`, with the package where a log is in it too; a bad one leaves a sentence and changes nothing. */
export function useOpenFile(onDocument: (document: Calibration, withLog: File | null) => void) {
  const [problem, setProblem] = useState<string | null>(null);
  const pick = async () => {
    const picked = await pickPart(readDocument, ['application/json', '.json', '.zip']);
    if (picked === null) return;
    setProblem(picked.ok ? null : picked.message);
    if (picked.ok) onDocument(picked.part, picked.withLog);
  };
  return { pick, problem };
}

async function readDocument(text: string): Promise<ReadPart<Calibration>> {
  const { readCalibration } = await import('./readCalibration');
  return readCalibration(text);
}
