import type { ChannelId } from '@/core/channel';
import { decimalsOf, type Log, type LogColumn } from '@/core/log';
import type { LogEntry, TakenColumn } from './logRecord';
import type { LogStore } from './logStore';

/** A log that was read from a file, before it is kept. */
export interface FileLog {
  readonly id: string;
  readonly calibrationId: string;
  readonly calibration: string;
  readonly name: string;
  readonly refused: number;
  readonly said: readonly string[];
  readonly taken: readonly TakenColumn[];
  readonly startedAt: string;
  readonly log: Log;
}

/** Rows of a page: packing one holds up no frame. */
const PAGE_ROWS = 1024;
/** Logs with more numbers than this are not kept: an hour of sixty channels at fifty a second has eleven million. */
export const MOST_KEPT = 40e6;

/** What is known of a log that was read from a file, with nothing of it kept yet. */
export function entryOfFile({ log, name, refused, said, taken, ...about }: FileLog): LogEntry {
  const { timeS, columns, own = [] } = log;
  return {
    ...about,
    source: { kind: 'file', name, refused, said, taken },
    channels: ['time', ...(Object.keys(columns) as ChannelId[]).filter((id) => id !== 'time')],
    own: own.map(({ name: called, unit, values, decimals = decimalsOf(values) }) => ({
      name: called,
      unit,
      decimals,
    })),
    samples: timeS.length,
    forS: timeS.at(-1) ?? 0,
    firstS: timeS[0] ?? null,
    pages: 0,
    parts: 0,
    coding: 'packed',
    size: 0,
    ended: 'stopped',
    marks: [],
    note: '',
  };
}

/** How many numbers a log has. */
export function sizeOf({ timeS, columns, own = [] }: Log): number {
  return timeS.length * (1 + Object.keys(columns).length + own.length);
}

/**
 * Keeps a log, page by page. The entry is written with each; what is not whole goes.
 * @param goesOn asked between two pages. @returns the entry as it is kept; null where it was told to stop.
 * @throws {Error} where storage refuses a page.
 */
export async function keepLog(
  store: LogStore,
  entry: LogEntry,
  log: Log,
  goesOn: (share: number) => boolean,
): Promise<LogEntry | null> {
  const columns: LogColumn[] = [
    log.timeS,
    ...entry.channels.slice(1).map((id) => log.columns[id] as LogColumn),
    ...(log.own ?? []).map(({ values }) => values),
  ];
  const packing = (at: number) => {
    const rows = columns.map((column) => column.slice(at, at + PAGE_ROWS));
    const text = store.packPage(entry, rows);
    // What goes wrong is told when its turn comes.
    text.catch(() => undefined);
    return { rows, text };
  };
  let kept: LogEntry = { ...entry, samples: 0, forS: 0, firstS: null, ended: null };
  try {
    // While a page is compressed beside this thread, the next is written here.
    let next = packing(0);
    for (let at = 0; at < log.timeS.length; at += PAGE_ROWS) {
      if (!goesOn(at / log.timeS.length)) {
        await store.remove(entry.id);
        return null;
      }
      const { rows, text } = next;
      if (at + PAGE_ROWS < log.timeS.length) next = packing(at + PAGE_ROWS);
      kept = await store.appendPage(kept, rows, await text);
    }
    return await store.end(kept, 'stopped', null);
  } catch (error) {
    await store.remove(entry.id).catch(() => undefined);
    throw error;
  }
}
