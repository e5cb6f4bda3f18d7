import { useMemo } from 'react';
import type { Calibration } from '@/core/calibration';
import { type Differences, differencesOf, isSame } from './differences';
import { useEcu } from './ecuSession';

/** The one state of the link that is seen from everywhere. */
export type LinkState = 'none' | 'connecting' | 'lost' | 'sending' | 'same' | 'differs' | 'locked';

/** The state of the link to the engine computer of this calibration, and what differs. */
export function useLinkState(
  id: string,
  document: Calibration,
): { readonly state: LinkState; readonly differences: Differences | null } {
  const phase = useEcu((ecu) => (ecu.calibrationId === id ? ecu.phase : 'none'));
  const contents = useEcu((ecu) => ecu.contents);
  const running = useEcu((ecu) => ecu.running);
  const unlocked = useEcu((ecu) => ecu.unlocked);
  const sending = useEcu(({ doing }) => doing === 'sending' || doing === 'verifying' || doing === 'storing');
  const differences = useMemo(
    () => (phase !== 'live' || contents === null ? null : differencesOf(document, contents, running)),
    [phase, contents, running, document],
  );
  if (phase !== 'live') return { state: phase, differences: null };
  if (sending) return { state: 'sending', differences };
  const same = differences !== null && isSame(differences);
  if (!same) return { state: 'differs', differences };
  return { state: unlocked ? 'same' : 'locked', differences };
}
