import type { WorkAsk } from '@/link';
import { cameToNothing, linkNow } from './ecuSession';

/** What is worked is held so often, ms: well within what an engine computer waits, also one whose time goes four times as fast. */
const HOLD_EACH_MS = 200;

let holding: ReturnType<typeof setInterval> | null = null;

/**
 * Has the engine computer work something at the standing engine, and holds it until {@link endWork}; in place of what was worked
 * before. @returns whether it does.
 */
export async function beginWork(ask: WorkAsk): Promise<boolean> {
  const at = linkNow();
  if (at === null) return false;
  letGo();
  try {
    await at.work(ask);
  } catch (error) {
    cameToNothing(error);
    return false;
  }
  holding = setInterval(() => {
    // One that is lost holds nothing: the engine computer ends it by itself.
    if (linkNow() === at) at.holdWork().catch(() => undefined);
    else letGo();
  }, HOLD_EACH_MS);
  return true;
}

/** Ends what is worked, if anything is. */
export function endWork(): void {
  letGo();
  linkNow()
    ?.endWork()
    .catch(() => undefined);
}

function letGo(): void {
  if (holding !== null) clearInterval(holding);
  holding = null;
}
