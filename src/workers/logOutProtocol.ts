import type { Log } from '@/core/log';
import type { RunToken } from './cancellable';

/** What is to be written: a log as CSV by itself, or in a package with other files beside it. */
export interface LogOutRequest {
  readonly log: Log;
  /** Null writes the log alone. */
  readonly package: {
    /** What the log is called in it. */
    readonly logName: string;
    /** Other files, by name. */
    readonly texts: Readonly<Record<string, string>>;
    /** When it was made, ms since 1970. */
    readonly madeMs: number;
  } | null;
}

/** Writes logs. */
export interface LogOutWorker {
  /** Null after a cancel. */
  readonly write: (
    token: RunToken,
    request: LogOutRequest,
    onProgress: (share: number) => void,
  ) => Promise<Blob | null>;
  readonly cancel: (token: RunToken) => void;
}
