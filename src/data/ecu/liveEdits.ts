import type { MapId } from '@/core/program';
import { edit } from '../session/session';
import { useSession } from '../session/sessionStore';
import { differencesOf } from './differences';
import { sendMaps, setEditsAtOnce, stopEditsAtOnce, useEcu, writeEdited } from './ecuSession';
import { unstoredMaps } from './unstored';

let stopFollowing: (() => void) | null = null;
let writing = false;
let another = false;

/**
 * Has cells written as they are edited: each change of the document that is in the engine computer goes there at once, one
 * after the other; while one is on its way, those behind it become one. An undo is a change like any other.
 */
export function followEdits(): void {
  setEditsAtOnce(true);
  if (stopFollowing !== null) return;
  const stopSession = useSession.subscribe(() => void write());
  const stopEcu = useEcu.subscribe(({ editsAtOnce, doing }, before) => {
    if (!editsAtOnce) stopFollowingEdits();
    else if (doing === null && before.doing !== null) void write();
  });
  stopFollowing = () => {
    stopSession();
    stopEcu();
    stopFollowing = null;
  };
  void write();
}

/** Edits stay on the screen until they are sent. */
export function stopFollowingEdits(): void {
  stopFollowing?.();
  if (useEcu.getState().editsAtOnce) setEditsAtOnce(false);
}

async function write(): Promise<void> {
  if (writing) {
    another = true;
    return;
  }
  writing = true;
  try {
    do {
      another = false;
      const maps = edited();
      if (maps.length > 0) await writeEdited(maps);
    } while (another);
  } catch (error) {
    stopEditsAtOnce(error);
  } finally {
    writing = false;
  }
}

/** Cells that were edited and are not written yet; none while anything else differs, or is being done. */
function edited() {
  const { phase, unlocked, editsAtOnce, contents, running, calibrationId, doing } = useEcu.getState();
  const { id, history } = useSession.getState();
  const isOurs = id === calibrationId && history !== null && contents !== null;
  if (!isOurs || phase !== 'live' || !unlocked || !editsAtOnce || doing !== null) return [];
  const { parts, maps } = differencesOf(history.document, contents, running);
  return parts.length > 0 ? [] : maps;
}

/**
 * Puts maps back to what is stored in the engine computer, on the screen as one edit and in what runs.
 * @param only these; null for all.
 */
export async function dropUnstored(label: string, only: readonly MapId[] | null): Promise<void> {
  const dropped = unstoredMaps().filter(({ id }) => only === null || only.includes(id));
  if (dropped.length === 0 || useSession.getState().history === null) return;
  edit(label, (draft) => {
    for (const { id, stored } of dropped) {
      const map = draft.maps[id];
      if (map !== null && map.values.length === stored.values.length) map.values = [...stored.values];
    }
  });
  const { contents, running, editsAtOnce } = useEcu.getState();
  const after = useSession.getState().history?.document;
  if (editsAtOnce || contents === null || after === undefined) return;
  const { parts, maps } = differencesOf(after, contents, running);
  if (parts.length === 0) await sendMaps(maps.filter(({ id }) => dropped.some((map) => map.id === id)));
}
