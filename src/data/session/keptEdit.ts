import type { Draft } from 'immer';
import type { Calibration } from '@/core/calibration';
import { repository } from '../store/browserRepository';
import { edit } from './session';
import { useSession } from './sessionStore';

/** What a state is kept for that left as a file. */
export const EXPORTED = 'Exported as a file';

/**
 * Makes one undoable edit that changes much at once, and keeps the document as it was before among the snapshots: the way
 * back is there after undo has gone. Where storage refuses the snapshot, the edit is made all the same.
 * @returns when the snapshot is stored, or refused; the edit is made at once.
 */
export function keptEdit(label: string, recipe: (draft: Draft<Calibration>) => void): Promise<void> {
  const kept = keepState(`Before: ${label}`);
  edit(label, recipe);
  return kept;
}

/** Notes that the open calibration left as a file, and keeps what it was then: what comes back can be merged with it. */
export async function noteExport(): Promise<void> {
  const { id, revision } = useSession.getState();
  await keepState(EXPORTED);
  if (id !== null) await repository.noteExport(id, revision).catch(() => undefined);
}

/**
 * Keeps the open document as it is now among the snapshots, by itself.
 * @param why what it was kept for, in words.
 */
export async function keepState(why: string): Promise<void> {
  const { id, history } = useSession.getState();
  if (id === null || history === null) return;
  // A snapshot that is refused takes nothing away: the document itself is stored, and undo leads back.
  await repository.takeSnapshot(id, why, history.document, 'automatic').catch(() => undefined);
}
