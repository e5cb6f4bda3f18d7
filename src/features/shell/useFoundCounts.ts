import { useEffect, useState } from 'react';
import { type FoundCounts, foundCounts } from '@/core/checks';
import { later, notLater } from '@/data/session/later';
import { useSession } from '@/data/session/sessionStore';

/**
 * How much is found in each place of the open calibration: a moment after it was opened or edited, so that no key waits for it.
 * Null until then.
 */
export function useFoundCounts(): FoundCounts | null {
  const [counts, show] = useState<FoundCounts | null>(null);
  useEffect(() => {
    const look = () => {
      const document = useSession.getState().history?.document;
      if (document === undefined) return;
      const next = foundCounts(document);
      show((before) => (JSON.stringify(before) === JSON.stringify(next) ? before : next));
    };
    const lookLater = () => later(look, look);
    lookLater();
    const stop = useSession.subscribe((session, before) => {
      if (session.history?.document !== before.history?.document) lookLater();
    });
    return () => {
      stop();
      notLater(look);
    };
  }, []);
  return counts;
}
