import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import {
  dialectOf,
  encodingOf,
  guessUses,
  logOfTable,
  type Split,
  TableBody,
  wantsOf,
} from '@/core/logTable';
import type { RunPort } from './cancellable';
import type { LogFilePeek, LogFileRead, LogFileRequest, UnpackedLog } from './logFileProtocol';

/** So much of a file tells how it is written. */
const PEEK_BYTES = 1 << 16;
/** So much is read at once: memory for the text of a file of any size. */
const PIECE_BYTES = 1 << 21;

const split: Split = (text, separator) =>
  Papa.parse<string[]>(text, { delimiter: separator, skipEmptyLines: false }).data;

/** Larger logs are not unpacked, bytes: they would not fit into memory beside what is read of them. */
const MOST_UNPACKED = 600e6;
const MOST_ABOUT = 4e6;

/** The log in a package, and what is said of it; null where there is none, or it is damaged. */
export async function unpackLog(file: Blob): Promise<UnpackedLog | null> {
  try {
    const found = unzipSync(new Uint8Array(await file.arrayBuffer()), {
      filter: ({ name, originalSize }) =>
        (name.endsWith('.csv') &&
          !name.includes('/') &&
          name !== 'marks.csv' &&
          originalSize <= MOST_UNPACKED) ||
        (name === 'log.json' && originalSize <= MOST_ABOUT),
    });
    const about = found['log.json'];
    const csv = Object.entries(found).find(([name]) => name.endsWith('.csv'))?.[1];
    if (csv === undefined) return null;
    return {
      csv: new Blob([csv as Uint8Array<ArrayBuffer>], { type: 'text/csv' }),
      about: about === undefined ? null : strFromU8(about),
    };
  } catch {
    return null;
  }
}

/** How a file is written, and what its columns may be; null where it is no table. */
export async function peekLogFile(file: Blob): Promise<LogFilePeek | null> {
  const bytes = new Uint8Array(await file.slice(0, PEEK_BYTES).arrayBuffer());
  const { encoding, skip } = encodingOf(bytes);
  const text = new TextDecoder(encoding).decode(bytes.subarray(skip));
  // The last line may be cut off: it says nothing.
  const whole = bytes.length < PEEK_BYTES ? text : text.replace(/[^\r\n]*$/, '');
  const dialect = dialectOf(whole, split);
  return dialect === null ? null : { encoding, skip, dialect, guessed: guessUses(dialect) };
}

/** Reads a file, a piece at a time. @returns null when `cancelled` said so. */
export async function readLogFile(
  file: Blob,
  { encoding, skip, dialect, uses, rateHz, context }: LogFileRequest,
  port: RunPort,
): Promise<LogFileRead | null> {
  const decoder = new TextDecoder(encoding);
  const encoder = new TextEncoder();
  // What is read byte by byte is one byte a letter where it matters.
  const isWide = encoding.startsWith('utf-16');
  const odd = new TextDecoder(isWide ? 'utf-8' : encoding);
  const body = new TableBody(
    dialect,
    wantsOf(uses, rateHz),
    (line) => split(odd.decode(line), dialect.separator)[0] ?? [],
  );
  for (let at = skip; at < file.size; at += PIECE_BYTES) {
    const piece = new Uint8Array(await file.slice(at, at + PIECE_BYTES).arrayBuffer());
    body.feed(isWide ? encoder.encode(decoder.decode(piece, { stream: true })) : piece);
    if (port.cancelled()) return null;
    port.onProgress(Math.min(1, (at + PIECE_BYTES) / file.size));
    await port.breathe();
  }
  const read = body.end();
  return {
    log: logOfTable(read, dialect, uses, context),
    refused: read.refused,
    examples: read.examples,
    texts: read.texts.reduce((sum, one) => sum + one, 0),
  };
}
