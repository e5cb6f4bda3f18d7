import type { Calibration } from '@/core/calibration';
import type { Figure } from '@/core/meaning';
import { useDocumentLater } from '@/data/session/documentParts';
import { Figures } from './Figures';

/** What a section's numbers mean; what is typed does not wait for it. */
export function Meaning({ of }: { of: (document: Calibration) => readonly Figure[] }) {
  return <Figures figures={of(useDocumentLater())} />;
}
