import { useEffect } from 'react';
import { useEcu } from '@/data/ecu/ecuSession';

/** The browser asks before a page is closed while something runs in the engine computer that is not stored in it. */
export function useAskBeforeLeaving(): void {
  const isUnstored = useEcu(
    ({ phase, contents }) =>
      phase === 'live' &&
      contents !== null &&
      Object.entries(contents.running).some(([id, sum]) => contents.stored[id] !== sum),
  );
  useEffect(() => {
    if (!isUnstored) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isUnstored]);
}
