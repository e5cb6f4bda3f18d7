import type { Calibration } from '@/core/calibration';
import { repository } from '../store/browserRepository';
import { onOtherTabChange } from '../store/tabs';
import { atOnce, later } from './later';
import { useSession } from './session';
import { forgetUnsaved, keepUnsaved, useUnsaved } from './unsaved';

/** Called after a save or a fork, so that the list can be read anew. */
export type AfterSave = () => void;

interface PendingSave {
  readonly id: string;
  readonly revision: number;
  readonly document: Calibration;
}

/** Whom saving waits for. */
const SAVE = 'save';

/** Takes a document to be saved; there is one while autosave runs. */
let queue: ((task: PendingSave) => void) | null = null;

/**
 * Keeps documents stored: each change is saved as soon as it is painted, one save at a time, the newest document of a
 * calibration last, also when it is closed meanwhile. What cannot be stored is kept in memory under its own calibration. When another tab
 * has saved in between, this tab's document goes on as a copy, so that neither overwrites the other.
 * @returns how to stop.
 */
export function startAutosave(afterSave: AfterSave): () => void {
  const pending = new Map<string, PendingSave>();
  let saving = false;

  async function saveAll(): Promise<void> {
    if (saving) return;
    saving = true;
    try {
      for (let [task] = pending.values(); task !== undefined; [task] = pending.values()) {
        pending.delete(task.id);
        await saveOne(task);
        afterSave();
      }
    } finally {
      saving = false;
    }
  }

  async function saveOne(task: PendingSave): Promise<void> {
    markOpen(task.id, { saveState: 'saving' });
    try {
      const result = await repository.save(task.id, task.revision, task.document);
      if (result.ok) settle(task, result.revision);
      else if (result.reason === 'deleted') failed(task, 'deleted');
      else await fork(task);
    } catch {
      failed(task, 'storage');
    }
  }

  /** Records a finished save, and carries its revision over to a change that came in meanwhile. */
  function settle({ id }: PendingSave, revision: number): void {
    const next = pending.get(id);
    if (next !== undefined) pending.set(id, { ...next, revision });
    else forgetUnsaved(id);
    markOpen(id, { revision, saveState: next === undefined ? 'saved' : 'unsaved' });
  }

  function failed(task: PendingSave, reason: 'storage' | 'deleted'): void {
    const next = pending.get(task.id) ?? task;
    pending.delete(task.id);
    keepUnsaved({ ...next, reason });
    markOpen(task.id, {
      saveState: 'failed',
      ...(reason === 'deleted' ? { notice: { kind: 'deleted', id: task.id } as const } : {}),
    });
  }

  async function fork(task: PendingSave): Promise<void> {
    const copyName = `${task.document.name.slice(0, 45)} (this tab)`;
    const copy = await repository.create({ ...task.document, name: copyName });
    forgetUnsaved(task.id);
    const session = useSession.getState();
    if (session.id !== task.id || session.history === null) return;
    const changedMeanwhile = session.history.document !== task.document;
    const document = { ...session.history.document, name: copyName };
    pending.delete(task.id);
    useSession.setState({
      id: copy.id,
      revision: copy.revision,
      history: { ...session.history, document },
      saveState: changedMeanwhile ? 'unsaved' : 'saved',
      notice: { kind: 'forked', originalId: task.id, copyName },
    });
  }

  queue = (task) => {
    // It waits its turn from now on; what was changed is on the screen before it is written down, which takes a large
    // calibration some milliseconds.
    pending.set(task.id, task);
    later(SAVE, () => void saveAll());
  };
  const stopSaving = useSession.subscribe((session, before) => {
    // A calibration that is left may be opened again at once, and is read from storage then.
    if (before.id !== null && session.id !== before.id) atOnce(SAVE);
    const changed = session.history !== before.history || session.saveState !== before.saveState;
    if (!changed || session.saveState !== 'unsaved' || session.id === null || session.history === null)
      return;
    queue?.({ id: session.id, revision: session.revision, document: session.history.document });
  });
  const stopListening = onOtherTabChange(({ id, revision, kind }) => {
    const session = useSession.getState();
    if (session.id === id) {
      if (kind === 'deleted') useSession.setState({ notice: { kind: 'deleted', id } });
      else if (kind === 'restored' && session.notice?.kind === 'deleted') {
        useSession.setState({ notice: null });
      } else if (revision > session.revision && session.saveState === 'saved') {
        useSession.setState({ notice: { kind: 'newer', id } });
      }
    }
    afterSave();
  });
  const warnUnsaved = (event: BeforeUnloadEvent) => {
    const nothing = useSession.getState().saveState === 'saved' && pending.size === 0 && !saving;
    if (!nothing || Object.keys(useUnsaved.getState()).length > 0) event.preventDefault();
  };
  window.addEventListener('beforeunload', warnUnsaved);
  return () => {
    queue = null;
    stopSaving();
    stopListening();
    window.removeEventListener('beforeunload', warnUnsaved);
  };
}

/** Changes the session only while it still has this document open. */
function markOpen(id: string, change: Partial<ReturnType<typeof useSession.getState>>): void {
  if (useSession.getState().id === id) useSession.setState(change);
}

/** Tries to store a change again that could not be, whether its calibration is open or not. */
export function retrySave(id: string): void {
  const change = useUnsaved.getState()[id];
  if (change !== undefined) queue?.(change);
}
