import { useState } from 'react';
import { fileProblemMessage, type Calibration } from '@/core/calibration';
import { pickCalibration } from '@/data/files/pick';

const MEGABYTE = 1024 * 1024;

/** Asks for a file; a good one goes on to `onDocument`, a bad one leaves a sentence and changes nothing. */
export function useOpenFile(onDocument: (document: Calibration) => void) {
  const [problem, setProblem] = useState<string | null>(null);
  const pick = async () => {
    const picked = await pickCalibration().catch(() => 'unreadable' as const);
    if (picked === null) return;
    if (picked === 'unreadable') {
      setProblem('The file could not be read. Check that it still exists, and choose it again.');
    } else if ('tooLargeBytes' in picked) {
      setProblem(
        `${picked.name} was not opened. It has ${Math.round(picked.tooLargeBytes / MEGABYTE)} MB; a calibration has well under 20. Choose another file.`,
      );
    } else if (!picked.result.ok) {
      setProblem(`${picked.name} was not opened. ${fileProblemMessage(picked.result.problem)}`);
    } else {
      setProblem(null);
      onDocument(picked.result.document);
    }
  };
  return { pick, problem };
}
