import type { Log } from '@/core/log';
import type {
  ColumnUse,
  Dialect,
  Encoding,
  GuessedUse,
  RefusedLine,
  TableContext,
  TableRead,
} from '@/core/logTable';
import type { RunToken } from './cancellable';

/** What the beginning of a file says of it. */
export interface LogFilePeek {
  readonly encoding: Encoding;
  /** Bytes before its text. */
  readonly skip: number;
  readonly dialect: Dialect;
  readonly guessed: readonly GuessedUse[];
}

/** How a file is to be read. */
export interface LogFileRequest extends Omit<LogFilePeek, 'guessed'> {
  readonly uses: readonly ColumnUse[];
  /** Rows in a second where no column is the time. */
  readonly rateHz: number;
  readonly context: TableContext;
}

/** What came of a file. */
export interface LogFileRead {
  readonly log: Log;
  readonly refused: TableRead['refused'];
  readonly examples: readonly RefusedLine[];
  /** Cells that say something, but no number. */
  readonly texts: number;
}

/** A log out of a package, and what is said of it there; null where nothing is. */
export interface UnpackedLog {
  readonly csv: Blob;
  readonly about: string | null;
}

/** Reads files of logs. */
export interface LogFileWorker {
  /** The log in a package; null where there is none, or it is damaged. */
  readonly unpack: (file: Blob) => Promise<UnpackedLog | null>;
  /** Null where it is no table. */
  readonly peek: (file: Blob) => Promise<LogFilePeek | null>;
  /** Null after a cancel. */
  readonly read: (
    token: RunToken,
    file: Blob,
    request: LogFileRequest,
    onProgress: (share: number) => void,
  ) => Promise<LogFileRead | null>;
  readonly cancel: (token: RunToken) => void;
}
