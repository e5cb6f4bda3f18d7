import { useMemo } from 'react';
import { type Calibration, compile } from '@/core/calibration';
import { type Differences, differencesOf, isSame } from './differences';
import { useEcu } from './ecuSession';

/** The one state of the link that is seen from everywhere. */
export type LinkState = 'none' | 'connecting' | 'lost' | 'same' | 'differs';

/** The state of the link to the engine computer of this calibration, and what differs. */
export function useLinkState(
  id: string,
  document: Calibration,
): { readonly state: LinkState; readonly differences: Differences | null } {
  const phase = useEcu((ecu) => (ecu.calibrationId === id ? ecu.phase : 'none'));
  const identity = useEcu((ecu) => ecu.identity);
  const running = useEcu((ecu) => ecu.running);
  const storedSums = useEcu((ecu) => ecu.storedSums);
  const differences = useMemo(() => {
    if (phase !== 'live' || identity === null) return null;
    const compiled = compile(document);
    return compiled.ok ? differencesOf(compiled.program, identity, running, storedSums) : null;
  }, [phase, identity, running, storedSums, document]);
  if (phase !== 'live') return { state: phase, differences: null };
  return { state: differences !== null && isSame(differences) ? 'same' : 'differs', differences };
}
