import { REAL_CLOCK, type Transport } from '@/link';
import { findEcuAgain, type OwnCodes, setLooking, useEcu } from './ecuSession';

/** The way back to an engine computer that was lost. */
export interface WayBack {
  /** Opens a way; null, or a rejection, where there is none now. Turns nothing on. */
  readonly open: () => Promise<Transport | null>;
  readonly codes: OwnCodes;
  /** Told each time it was found. */
  readonly onFound: () => void;
}

/** It is tried so often, ms. */
const EACH_MS = 1500;
/** After so many tries nobody is expected any more: about half an hour of them. */
const MOST_TRIES = 1200;

let stopWatching: (() => void) | null = null;
/** Counts what was looked for: who looks for one that is not wanted any more ends. */
let looks = 0;

/** Has the engine computer that is live looked for whenever its link is lost, until it is disconnected or connected otherwise. */
export function lookAgainWhenLost(way: WayBack): void {
  stopWatching?.();
  stopWatching = useEcu.subscribe(({ phase }, before) => {
    if (phase === 'lost' && before.phase === 'live') void look(way);
    if (phase === 'none' || phase === 'connecting') {
      stopWatching?.();
      stopWatching = null;
      looks += 1;
    }
  });
}

async function look(way: WayBack): Promise<void> {
  looks += 1;
  const mine = looks;
  setLooking(true);
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    await new Promise<void>((resolve) => void REAL_CLOCK.after(EACH_MS, resolve));
    if (mine !== looks) return;
    const transport = await way.open().catch(() => null);
    if (transport === null) continue;
    const outcome = await findEcuAgain(transport, way.codes);
    if (outcome === 'found') way.onFound();
    if (outcome !== 'notYet') break;
  }
  if (mine === looks) setLooking(false);
}
