import type { Draft } from 'immer';
import { useMemo } from 'react';
import type { Calibration, MapKey } from '@/core/calibration';
import type { MapData } from '@/core/map';
import type { SourceKind } from '@/core/field';
import { keepDrafts, keepTyping, readDrafts, readTyping, type Drafts } from './drafts';
import { cellsEdited, edited, redone, undone, type History } from './history';
import { keptSteps } from './keptHistory';
import { NOTHING_OPEN, type SessionNotice, useSession } from './sessionStore';
import { useUnsaved } from './unsaved';

export { useSession } from './sessionStore';

/**
 * Opens a stored document, with nothing to undo and what was typed in it and not taken. One that has a change that could
 * not be stored goes on with it.
 * @param notice what must be known of it.
 */
export function openSession(
  id: string,
  revision: number,
  document: Calibration,
  notice: SessionNotice | null = null,
): void {
  const unsaved = useUnsaved.getState()[id];
  const drafts = readDrafts(id);
  const opened = unsaved?.document ?? document;
  const places = Object.keys(drafts);
  useSession.setState({
    ...NOTHING_OPEN,
    id,
    revision: unsaved?.revision ?? revision,
    history: { document: opened, ...keptSteps(id, opened) },
    saveState: unsaved === undefined ? 'saved' : 'failed',
    drafts,
    typingSource: readTyping(id) ?? NOTHING_OPEN.typingSource,
    notice: notice ?? (places.length === 0 ? null : { kind: 'typed', places }),
  });
}

export function closeSession(): void {
  useSession.setState(NOTHING_OPEN);
}

function change(step: (history: History) => History): void {
  useSession.setState((session) => {
    if (session.history === null) return session;
    const history = step(session.history);
    return history === session.history ? session : { history, saveState: 'unsaved' };
  });
}

/** Makes one undoable edit, named in words for the undo button. */
export function edit(label: string, recipe: (draft: Draft<Calibration>) => void): void {
  change((history) => edited(history, label, recipe));
}

/** Puts other cells into a map as one undoable edit; its axes stay. */
export function editCells(label: string, key: MapKey, next: MapData): void {
  change((history) => cellsEdited(history, label, key, next));
}

/** Takes back the last edit. What was half typed goes too: it belonged to the state that is left. */
export function undo(): void {
  change(undone);
  dropDrafts();
}

export function redo(): void {
  change(redone);
  dropDrafts();
}

/** What is typed from now on comes from this; kept over a reload. */
export function setTypingSource(typingSource: SourceKind): void {
  const { id } = useSession.getState();
  useSession.setState({ typingSource });
  if (id !== null) keepTyping(id, typingSource);
}

/** Keeps text that is not a value yet; null forgets it. */
export function setDraft(path: string, text: string | null): void {
  const { [path]: _old, ...others } = useSession.getState().drafts;
  setDrafts(text === null ? others : { ...others, [path]: text });
}

function dropDrafts(): void {
  if (Object.keys(useSession.getState().drafts).length > 0) setDrafts({});
}

function setDrafts(drafts: Drafts): void {
  const { id } = useSession.getState();
  useSession.setState({ drafts });
  if (id !== null) keepDrafts(id, drafts);
}

export function dismissNotice(): void {
  useSession.setState({ notice: null });
}

/** The last edit with the document before and after it; null while nothing was edited. */
export function useLastStep(): {
  readonly label: string;
  readonly before: Calibration;
  readonly after: Calibration;
} | null {
  const history = useSession((session) => session.history);
  return useMemo(() => {
    const step = history?.past.at(-1);
    if (history === null || step === undefined) return null;
    return { label: step.label, before: undone(history).document, after: history.document };
  }, [history]);
}

/** The open document. @throws {TypeError} outside a screen that has one open. */
export function useDocument(): Calibration {
  const document = useSession((session) => session.history?.document);
  if (document === undefined) throw new TypeError('No calibration is open');
  return document;
}
