import type { Log, LogColumn } from '@/core/log';

/** Copying more numbers at once than this holds up a frame. */
const AT_ONCE = 400_000;

/**
 * A copy of a log that can be handed to a worker whole, made some columns at a time so that the page answers meanwhile. What is
 * no channel of ours is left out, but for what is asked for by its name: the rest says nothing there.
 * @returns null where it was told to stop.
 */
export async function copiedLog(
  { timeS, columns, own = [] }: Log,
  goesOn: () => boolean,
  asked: readonly string[] = [],
): Promise<Log | null> {
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
  const copied = { timeS: times, columns: Object.fromEntries(copies) };
  const named = own.filter(({ name }) => asked.includes(name));
  if (named.length === 0) return copied;
  return { ...copied, own: named.map((column) => ({ ...column, values: column.values.slice() })) };
}

/** What of a copied log is handed over. */
export function buffersOf({ timeS, columns, own = [] }: Log): ArrayBuffer[] {
  return [timeS, ...Object.values(columns), ...own.map(({ values }) => values)].map(
    ({ buffer }) => buffer as ArrayBuffer,
  );
}
