import type { LogEntry, LogMark } from './logRecord';
import type { Columns, LogStore } from './logStore';

/** What screens are told of a log that is written. */
export interface WriterNews {
  readonly entry: LogEntry;
  /** Why the last part could not be stored; null where all could. */
  readonly failure: string | null;
}

/** Writes one log, part after part, in the order they come; one that storage refuses is tried again with the next. */
export interface LogWriter {
  readonly id: string;
  readonly add: (columns: Columns) => void;
  readonly mark: (change: (marks: readonly LogMark[]) => readonly LogMark[]) => void;
  /**
   * @param edited the calibration that was held at its end, as text, where that is another than at its beginning; else null.
   * @returns when everything is stored, or has been refused.
   */
  readonly end: (ended: NonNullable<LogEntry['ended']>, edited: string | null) => Promise<void>;
}

/** @param tell called at each step. */
export function logWriter(
  store: LogStore,
  first: LogEntry,
  held: string | null,
  tell: (news: WriterNews) => void,
): LogWriter {
  let entry = first;
  let failure: string | null = null;
  const waiting: Columns[] = [];
  let writing: Promise<void> = Promise.resolve();
  const news = () => tell({ entry, failure });
  const then = (step: () => Promise<void>, atEnd: boolean) => {
    writing = writing.then(step).catch((error: unknown) => {
      failure = refused(error, atEnd);
      news();
    });
    return writing;
  };
  const write = async () => {
    for (let part = waiting[0]; part !== undefined; part = waiting[0]) {
      const next = await store.append(entry, part);
      // Marks may have come meanwhile.
      entry = { ...next, marks: entry.marks };
      failure = null;
      waiting.shift();
      news();
    }
  };
  void then(() => store.begin(entry, held), false);
  return {
    id: first.id,
    add(columns) {
      waiting.push(columns);
      void then(write, false);
    },
    mark(change) {
      entry = { ...entry, marks: change(entry.marks) };
      news();
    },
    end: (ended, edited) =>
      then(async () => {
        await write();
        const { source } = entry;
        const as = source.kind === 'recorded' ? { ...source, edited: edited !== null } : source;
        entry = await store.end({ ...entry, source: as }, ended, edited);
        news();
      }, true),
  };
}

function refused(error: unknown, atEnd: boolean): string {
  const why = error instanceof Error ? error.message : 'the browser’s storage did not answer';
  return atEnd
    ? `The end of the log could not be stored: ${why}. What was stored before it is whole.`
    : `A part of the log could not be stored: ${why}. It is kept and tried again with the next.`;
}
