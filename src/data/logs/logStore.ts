import type { ChannelId } from '@/core/channel';
import { type Log, type LogColumn, loggedDecimals } from '@/core/log';
import { type PageColumn, pageSize, readPage } from '@/core/logPages';
import type { StringStore } from '../store/keys';
import { type LogEntry, logEntrySchema, rowsOfOld } from './logRecord';
import { packed, unpacked } from './packed';

const ENTRY = 'log/';
const entryKey = (id: string) => `${ENTRY}${id}`;
const pageKey = (id: string, n: number) => `log-page/${id}/${n}`;
const partKey = (id: string, n: number) => `log-part/${id}/${n}`;
const heldKey = (id: string) => `log-held/${id}`;

/** So many parts are made a page: few enough that one is soon read, enough that it is small. */
const PARTS_A_PAGE = 40;

/** What comes of a log that was read: its numbers, and what of it could not be read. */
export interface ReadLog {
  readonly entry: LogEntry;
  readonly log: Log;
  /** Parts that are missing or damaged; their samples are left out. */
  readonly missingParts: number;
}

/** Columns of a log in the order of its entry: channels, then its own. Time is one of them. */
export type Columns = readonly LogColumn[];

/** What of an entry may be changed once it is there. */
export type LogChange = Partial<Pick<LogEntry, 'marks' | 'note'>>;

/** Where logs are kept: an entry each, and their numbers in parts, so that a recording is never written twice. */
export interface LogStore {
  /** The logs of one calibration, or of all, newest first. */
  readonly list: (calibrationId?: string) => Promise<LogEntry[]>;
  /** @param held the calibration that was in the engine computer, as text; null where that is not known. */
  readonly begin: (entry: LogEntry, held: string | null) => Promise<void>;
  /** Stores further samples with the entry that counts them, at once. */
  readonly append: (entry: LogEntry, columns: Columns) => Promise<LogEntry>;
  /** Samples as the text of a page, for {@link appendPage}: one may be made while another is stored. */
  readonly packPage: (entry: LogEntry, columns: Columns) => Promise<string>;
  /** The same as `append`, as a page of its own: for many at once, where no part is behind the pages. */
  readonly appendPage: (entry: LogEntry, columns: Columns, text: string) => Promise<LogEntry>;
  readonly end: (
    entry: LogEntry,
    ended: NonNullable<LogEntry['ended']>,
    held: string | null,
  ) => Promise<LogEntry>;
  /** Another note, or other marks, of one that is not being written any more: begun at once, so that a page that closes keeps it. */
  readonly change: (entry: LogEntry) => Promise<void>;
  readonly read: (id: string) => Promise<ReadLog | null>;
  /** The calibration that was in the engine computer, as text; null where that is not known. */
  readonly held: (id: string) => Promise<string | null>;
  /** Keeps with a log the calibration that it was driven with. */
  readonly hold: (id: string, held: string) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
  /** Removes the logs whose calibration is gone for good. @param calibrationIds those that there are, in the bin too. */
  readonly removeOthers: (calibrationIds: readonly string[]) => Promise<void>;
}

/** Logs in a store of texts. */
export function createLogStore(store: StringStore): LogStore {
  const entryOf = (text: string | null | undefined): LogEntry | null => {
    const read = text === null || text === undefined ? null : logEntrySchema.safeParse(parsed(text));
    return read?.success === true ? read.data : null;
  };
  const written = (entry: LogEntry) => ({ [entryKey(entry.id)]: JSON.stringify(entry) });
  const heldBy = ({ id }: LogEntry, held: string | null): Record<string, string> =>
    held === null ? {} : { [heldKey(id)]: held };
  const texts = async (keys: string[]) => {
    const found = await store.getMany(keys);
    return keys.map((key) => found[key] ?? null);
  };

  /**
   * Makes the parts behind the last page one page. They stay parts where one of them cannot be read, so that a log says what it
   * lacks, or where the page is refused: they are whole as they are, and it is tried again with the next.
   */
  async function paged(entry: LogEntry): Promise<LogEntry> {
    const keys = Array.from({ length: entry.parts }, (_, n) => partKey(entry.id, n));
    const parts = await texts(keys);
    const { columns, missing } = await joined(entry, parts);
    if (missing > 0) return entry;
    const text = await packed(pageColumns(entry, columns));
    const was = parts.reduce((sum, part) => sum + (part?.length ?? 0), 0);
    const next = { ...entry, pages: entry.pages + 1, parts: 0, size: entry.size - was + text.length };
    // Together with the entry that counts it; parts that outlive this are written over.
    try {
      await store.setMany({ [pageKey(entry.id, entry.pages)]: text, ...written(next) });
    } catch {
      return entry;
    }
    await store.removeMany(keys).catch(() => undefined);
    return next;
  }

  const all = async () => {
    const keys = (await store.getAllKeys()).filter((key) => key.startsWith(ENTRY));
    return (await texts(keys)).flatMap((text) => entryOf(text) ?? []);
  };

  async function remove(id: string): Promise<void> {
    const own = [`log-page/${id}/`, `log-part/${id}/`];
    const keys = (await store.getAllKeys()).filter((key) => own.some((start) => key.startsWith(start)));
    await store.removeMany([entryKey(id), heldKey(id), ...keys]);
  }

  return {
    list: async (calibrationId) =>
      (await all())
        .filter((entry) => calibrationId === undefined || entry.calibrationId === calibrationId)
        .sort((a, b) => b.startedAt.localeCompare(a.startedAt)),
    begin: (entry, held) => store.setMany({ ...written(entry), ...heldBy(entry, held) }),
    packPage: (entry, columns) => packed(pageColumns(entry, columns)),
    async appendPage(entry, columns, text) {
      const next = { ...withSamples(entry, columns, text), pages: entry.pages + 1 };
      await store.setMany({ [pageKey(entry.id, entry.pages)]: text, ...written(next) });
      return next;
    },
    async append(entry, columns) {
      const text = await packed(pageColumns(entry, columns));
      const next = { ...withSamples(entry, columns, text), parts: entry.parts + 1 };
      await store.setMany({ [partKey(entry.id, entry.parts)]: text, ...written(next) });
      return next.parts < PARTS_A_PAGE ? next : paged(next);
    },
    async end(entry, ended, held) {
      const whole = { ...entry, ended };
      await store.setMany({ ...written(whole), ...heldBy(entry, held) });
      return whole.parts > 1 ? paged(whole) : whole;
    },
    change: (entry) => store.setMany(written(entry)),
    async read(id) {
      const entry = entryOf(await store.getItem(entryKey(id)));
      if (entry === null) return null;
      const keys = [
        ...Array.from({ length: entry.pages }, (_, n) => pageKey(id, n)),
        ...Array.from({ length: entry.parts }, (_, n) => partKey(id, n)),
      ];
      const { columns, missing } = await joined(entry, await texts(keys));
      return { entry, log: logOf(entry, columns), missingParts: missing };
    },
    held: (id) => store.getItem(heldKey(id)),
    hold: (id, held) => store.setMany({ [heldKey(id)]: held }),
    remove,
    async removeOthers(calibrationIds) {
      for (const entry of await all()) {
        if (!calibrationIds.includes(entry.calibrationId)) await remove(entry.id);
      }
    },
  };
}

/** An entry that counts further samples. */
function withSamples(entry: LogEntry, columns: Columns, text: string): LogEntry {
  const time = columns[entry.channels.indexOf('time')];
  const firstS = entry.firstS ?? time?.[0] ?? null;
  return {
    ...entry,
    samples: entry.samples + (columns[0]?.length ?? 0),
    firstS,
    forS: Math.max(entry.forS, (time?.at(-1) ?? 0) - (firstS ?? 0)),
    size: entry.size + text.length,
  };
}

/** Columns as they are kept: each to as many decimals as it means something. */
function pageColumns({ channels, own }: LogEntry, columns: Columns): PageColumn[] {
  const decimals = [...channels.map(loggedDecimals), ...own.map((one) => one.decimals)];
  return columns.map((values, i) => ({ values, decimals: decimals[i] ?? null }));
}

/** Columns out of the texts of their pages; those that are missing or damaged are left out, and counted. */
async function joined(
  entry: LogEntry,
  pages: readonly (string | null)[],
): Promise<{ readonly columns: Columns; readonly missing: number }> {
  const width = entry.channels.length + entry.own.length;
  const read = await Promise.all(pages.map((text) => pageIn(entry, text, width)));
  const whole = read.flatMap((page) => page ?? []);
  const samples = whole.reduce((sum, { rows }) => sum + rows, 0);
  const columns = Array.from({ length: width }, (_, i) =>
    entry.channels[i] === 'time' ? new Float64Array(samples) : new Float32Array(samples),
  );
  let at = 0;
  for (const { into, rows } of whole) {
    into(columns, at);
    at += rows;
  }
  return { columns, missing: read.length - whole.length };
}

interface Page {
  readonly rows: number;
  readonly into: (columns: Columns, at: number) => void;
}

async function pageIn(entry: LogEntry, text: string | null, width: number): Promise<Page | null> {
  if (text === null) return null;
  try {
    if (entry.coding === 'rows') {
      const rows = rowsOfOld(text, width);
      return {
        rows: rows.length / width,
        into: (columns, at) =>
          rows.forEach((value, i) => ((columns[i % width] as LogColumn)[at + Math.floor(i / width)] = value)),
      };
    }
    const page = await unpacked(text);
    const { rows } = pageSize(page);
    // Tried before it is given a place: one that is damaged inside has none.
    const tried = Array.from({ length: width }, (_, i) =>
      entry.channels[i] === 'time' ? new Float64Array(rows) : new Float32Array(rows),
    );
    readPage(page, tried, 0);
    return {
      rows,
      into: (columns, at) => tried.forEach((column, i) => (columns[i] as LogColumn).set(column, at)),
    };
  } catch {
    return null;
  }
}

/** Time begins at the first sample. */
function logOf({ channels, own }: LogEntry, columns: Columns): Log {
  const named: Partial<Record<ChannelId, LogColumn>> = {};
  channels.forEach((id, i) => (named[id] = columns[i] as LogColumn));
  const time = named.time ?? new Float64Array(columns[0]?.length ?? 0);
  const firstS = time[0] ?? 0;
  return {
    timeS: Float64Array.from(time, (at) => at - firstS),
    columns: named,
    own: own.map(({ name, unit, decimals }, i) => ({
      name,
      unit,
      decimals,
      values: columns[channels.length + i] as LogColumn,
    })),
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
