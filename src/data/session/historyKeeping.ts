import { keepSteps } from './keptHistory';
import { useSession } from './session';

/** The way back is kept so long after the last change, so that no key waits for it, ms. */
const QUIET_MS = 800;

function keep(): void {
  const { id, history } = useSession.getState();
  if (id !== null && history !== null) keepSteps(id, history);
}

/** Keeps the way back a moment after each change, when the document is left, and when the page is. @returns how to stop. */
export function startKeepingHistory(): () => void {
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const stop = useSession.subscribe((session, before) => {
    if (session.history === before.history) return;
    clearTimeout(waiting);
    if (session.id === before.id) waiting = setTimeout(keep, QUIET_MS);
    else if (before.id !== null && before.history !== null) keepSteps(before.id, before.history);
  });
  window.addEventListener('pagehide', keep);
  return () => {
    clearTimeout(waiting);
    stop();
    window.removeEventListener('pagehide', keep);
  };
}
