import type { Calibration } from '@/core/calibration';
import { repository } from '../store/browserRepository';
import { onOtherTabChange } from '../store/tabs';
import { useSession } from './session';

/** Called after a save or a fork, so that the list can be read anew. */
export type AfterSave = () => void;

interface PendingSave {
  readonly id: string;
  readonly revision: number;
  readonly document: Calibration;
}

/**
 * Keeps the open document stored: each change is saved at once, one save at a time, the newest document last, also when
 * the document is closed meanwhile. When another tab has saved in between, this tab's document goes on as a copy, so
 * that neither overwrites the other.
 * @returns how to stop.
 */
export function startAutosave(afterSave: AfterSave): () => void {
  let pending: PendingSave | null = null;
  let saving = false;

  async function saveAll(): Promise<void> {
    if (saving) return;
    saving = true;
    try {
      while (pending !== null) {
        const task: PendingSave = pending;
        pending = null;
        markOpen(task.id, { saveState: 'saving' });
        const result = await repository.save(task.id, task.revision, task.document);
        if (result.ok) settle(task.id, result.revision);
        else await fork(task);
        afterSave();
      }
    } catch {
      useSession.setState({ saveState: 'failed' });
    } finally {
      saving = false;
    }
  }

  /** Records a finished save, and carries its revision over to a change that came in meanwhile. */
  function settle(id: string, revision: number): void {
    if (pending?.id === id) pending = { ...pending, revision };
    markOpen(id, { revision, saveState: pending === null ? 'saved' : 'unsaved' });
  }

  async function fork(task: PendingSave): Promise<void> {
    const copyName = `${task.document.name.slice(0, 45)} (this tab)`;
    const copy = await repository.create({ ...task.document, name: copyName });
    const session = useSession.getState();
    if (session.id !== task.id || session.history === null) return;
    const changedMeanwhile = session.history.document !== task.document;
    const document = { ...session.history.document, name: copyName };
    pending = null;
    useSession.setState({
      id: copy.id,
      revision: copy.revision,
      history: { ...session.history, document },
      saveState: changedMeanwhile ? 'unsaved' : 'saved',
      notice: { kind: 'forked', originalId: task.id, copyName },
    });
  }

  const stopSaving = useSession.subscribe((session, before) => {
    const changed = session.history !== before.history || session.saveState !== before.saveState;
    if (!changed || session.saveState !== 'unsaved' || session.id === null || session.history === null)
      return;
    pending = { id: session.id, revision: session.revision, document: session.history.document };
    void saveAll();
  });
  const stopListening = onOtherTabChange((id, revision) => {
    const session = useSession.getState();
    if (session.id === id && revision > session.revision && session.saveState === 'saved') {
      useSession.setState({ notice: { kind: 'newer', id } });
    }
    afterSave();
  });
  const warnUnsaved = (event: BeforeUnloadEvent) => {
    if (useSession.getState().saveState !== 'saved') event.preventDefault();
  };
  window.addEventListener('beforeunload', warnUnsaved);
  return () => {
    stopSaving();
    stopListening();
    window.removeEventListener('beforeunload', warnUnsaved);
  };
}

/** Changes the session only while it still has this document open. */
function markOpen(id: string, change: Partial<ReturnType<typeof useSession.getState>>): void {
  if (useSession.getState().id === id) useSession.setState(change);
}

/** Tries a failed save again. */
export function retrySave(): void {
  useSession.setState({ saveState: 'unsaved' });
}
