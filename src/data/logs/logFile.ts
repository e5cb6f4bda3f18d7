import Papa from 'papaparse';
import { type Log, logRows } from '@/core/log';
import { saveTextFile } from '../files/download';

/** A log as CSV, a row a sample. */
export function logCsv(log: Log): string {
  return `${Papa.unparse(logRows(log), { newline: '\r\n' })}\r\n`;
}

/** Hands a log to the browser as a file. */
export function saveLog(log: Log | null, fileName: string): void {
  if (log !== null) saveTextFile(fileName, logCsv(log), 'text/csv');
}
