import { strToU8, Zip, ZipDeflate } from 'fflate';
import Papa from 'papaparse';
import { type Log, writtenLog } from '@/core/log';
import type { RunPort } from './cancellable';
import type { LogOutRequest } from './logOutProtocol';

/** Rows that are written at once. */
const ROWS = 2000;
const NEWLINE = '\r\n';
/** Fast rather than small: a log is half as large again at most. */
const LEVEL = 1;

/** A log as CSV, some rows at a time: names, units, then a row a sample. */
export function* logCsv(log: Log): Generator<string> {
  const { head, length, row } = writtenLog(log);
  yield `${Papa.unparse(head as unknown as string[][], { newline: NEWLINE })}${NEWLINE}`;
  for (let at = 0; at < length; at += ROWS) {
    const lines = Array.from({ length: Math.min(ROWS, length - at) }, (_, i) => row(at + i).join(','));
    yield `${lines.join(NEWLINE)}${NEWLINE}`;
  }
}

/** Writes what is asked for. @returns null when `cancelled` said so. */
export async function writeLog({ log, package: pack }: LogOutRequest, port: RunPort): Promise<Blob | null> {
  const steps = 1 + Math.ceil(log.timeS.length / ROWS);
  const parts: Uint8Array<ArrayBuffer>[] = [];
  const zip = pack === null ? null : new Zip();
  let failed: Error | null = null;
  if (zip !== null) {
    zip.ondata = (error, bytes) => {
      if (error === null) parts.push(bytes as Uint8Array<ArrayBuffer>);
      else failed = error;
    };
  }
  const begin = (name: string) => {
    const file = new ZipDeflate(name, { level: LEVEL });
    file.mtime = pack?.madeMs ?? 0;
    zip?.add(file);
    return file;
  };
  for (const [name, text] of Object.entries(pack?.texts ?? {})) begin(name).push(strToU8(text), true);
  const file = pack === null ? null : begin(pack.logName);
  let step = 0;
  for (const text of logCsv(log)) {
    const bytes = strToU8(text) as Uint8Array<ArrayBuffer>;
    step += 1;
    if (file === null) parts.push(bytes);
    else file.push(bytes, step === steps);
    if (port.cancelled()) return null;
    port.onProgress(step / steps);
    await port.breathe();
  }
  zip?.end();
  if (failed !== null) throw failed as Error;
  return new Blob(parts, { type: pack === null ? 'text/csv' : 'application/zip' });
}
