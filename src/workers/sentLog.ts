import type { Log, LogColumn } from '@/core/log';

/** Copying more numbers at once than this holds up a frame. */
const AT_ONCE = 400_000;

/**
 * A copy of a log that can be handed to a worker whole, made some columns at a time so that the page answers meanwhile. What is
 * no channel of ours is left out: it says nothing there. @returns null where it was told to stop.
 */
export async function copiedLog({ timeS, columns }: Log, goesOn: () => boolean): Promise<Log | null> {
  const copies: [id: string, values: LogColumn][] = [];
  let since = timeS.length;
  const times = timeS.slice();
  for (const [id, values] of Object.entries(columns)) {
    if (since > AT_ONCE) {
      await new Promise((resolve) => setTimeout(resolve));
      if (!goesOn()) return null;
      since = 0;
    }
    copies.push([id, values.slice()]);
    since += values.length;
  }
  return { timeS: times, columns: Object.fromEntries(copies) };
}

/** What of a copied log is handed over. */
export function buffersOf({ timeS, columns }: Log): ArrayBuffer[] {
  return [timeS, ...Object.values(columns)].map(({ buffer }) => buffer as ArrayBuffer);
}
