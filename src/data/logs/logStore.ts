import { type ChannelId, channelsFor, MOST_CYLINDERS } from '@/core/channel';
import type { Log } from '@/core/log';
import type { StringStore } from '../store/keys';
import { chunkRows, chunkText, type LogEntry, logEntrySchema } from './logRecord';

const ENTRY = 'log/';
const entryKey = (id: string) => `${ENTRY}${id}`;
const chunkKey = (id: string, n: number) => `log-part/${id}/${n}`;

/** What comes of a log that was read: its numbers, and what of it could not be read. */
export interface ReadLog {
  readonly entry: LogEntry;
  readonly log: Log;
  /** Parts that are missing or damaged; their samples are left out. */
  readonly missingParts: number;
}

/** Where logs are kept: an entry each, and their rows in parts, so that a recording is never written twice. */
export interface LogStore {
  readonly list: (calibrationId: string) => Promise<LogEntry[]>;
  readonly begin: (entry: LogEntry) => Promise<void>;
  /** Stores further rows with the entry that counts them, at once. */
  readonly append: (entry: LogEntry, rows: Float32Array) => Promise<LogEntry>;
  readonly end: (entry: LogEntry, ended: NonNullable<LogEntry['ended']>) => Promise<void>;
  readonly read: (id: string) => Promise<ReadLog | null>;
  readonly remove: (id: string) => Promise<void>;
}

/** Logs in a store of texts. */
export function createLogStore(store: StringStore): LogStore {
  const put = (entry: LogEntry) => store.setMany({ [entryKey(entry.id)]: JSON.stringify(entry) });
  const entryOf = (text: string | null | undefined): LogEntry | null => {
    const read = text === null || text === undefined ? null : logEntrySchema.safeParse(parsed(text));
    return read?.success === true ? read.data : null;
  };
  return {
    async list(calibrationId) {
      const keys = (await store.getAllKeys()).filter((key) => key.startsWith(ENTRY));
      const texts = await store.getMany(keys);
      return keys
        .flatMap((key) => entryOf(texts[key]) ?? [])
        .filter((entry) => entry.calibrationId === calibrationId)
        .sort((a, b) => b.startedAt.localeCompare(a.startedAt));
    },
    begin: put,
    async append(entry, rows) {
      const next = {
        ...entry,
        samples: entry.samples + rows.length / entry.channels.length,
        chunks: entry.chunks + 1,
      };
      await store.setMany({
        [chunkKey(entry.id, entry.chunks)]: chunkText(rows),
        [entryKey(entry.id)]: JSON.stringify(next),
      });
      return next;
    },
    end: (entry, ended) => put({ ...entry, ended }),
    async read(id) {
      const entry = entryOf(await store.getItem(entryKey(id)));
      if (entry === null) return null;
      const keys = Array.from({ length: entry.chunks }, (_, n) => chunkKey(id, n));
      const texts = await store.getMany(keys);
      const parts = keys.flatMap((key) => readPart(texts[key], entry.channels.length));
      return { entry, log: logOf(entry, parts), missingParts: keys.length - parts.length };
    },
    async remove(id) {
      const own = (await store.getAllKeys()).filter((key) => key.startsWith(`log-part/${id}/`));
      await store.removeMany([entryKey(id), ...own]);
    },
  };
}

function readPart(text: string | null | undefined, channels: number): Float32Array[] {
  if (text === null || text === undefined) return [];
  try {
    return [chunkRows(text, channels)];
  } catch {
    return [];
  }
}

/** Columns of rows; time begins at the first of them. */
function logOf({ channels }: LogEntry, parts: readonly Float32Array[]): Log {
  const width = channels.length;
  const samples = parts.reduce((sum, part) => sum + part.length / width, 0);
  const columns: Partial<Record<ChannelId, Float32Array>> = {};
  channels.forEach((id, k) => {
    const column = new Float32Array(samples);
    let at = 0;
    for (const part of parts) {
      for (let i = k; i < part.length; i += width) {
        column[at] = part[i] as number;
        at += 1;
      }
    }
    columns[id] = column;
  });
  const time = columns.time ?? new Float32Array(samples);
  const firstS = time[0] ?? 0;
  return { timeS: Float64Array.from(time, (at) => at - firstS), columns };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** What is recorded where nobody says what is sent: every channel that always is. */
export const RECORDED: readonly ChannelId[] = channelsFor(MOST_CYLINDERS);
