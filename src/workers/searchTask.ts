import type { RunPort } from './cancellable';

/** How many steps are done between two words about them. */
const TOLD_EVERY = 8;

/**
 * Does a search step by step, telling how many are done and stopping when asked.
 * @returns what it found, or null when `cancelled` said so.
 */
export async function runSearch<Found>(
  search: Generator<void, Found>,
  port: RunPort,
  onTried: (steps: number) => void,
): Promise<Found | null> {
  for (let tried = 0; ; tried += 1) {
    if (port.cancelled()) return null;
    const step = search.next();
    if (step.done === true) return step.value;
    if (tried % TOLD_EVERY === 0) onTried(tried);
    await port.breathe();
  }
}
