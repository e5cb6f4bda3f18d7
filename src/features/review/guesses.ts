import type { Calibration } from '@/core/calibration';
import { ledger, type LedgerEntry } from '@/core/checks';

/** The values an engine's life hangs on that nobody vouches for, in the order in which they are looked at. */
export function guesses(document: Calibration): LedgerEntry[] {
  return ledger(document).filter(({ isLife, isConfirmed }) => isLife && !isConfirmed);
}
