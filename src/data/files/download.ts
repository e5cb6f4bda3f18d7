import { type Calibration, calibrationToText } from '@/core/calibration';
import { leaving } from '@/core/compare';

/** A file name that any system takes: letters, digits and dashes of the calibration's name. */
export function calibrationFileName(name: string, date: Date): string {
  return `${plainName(name)}-${date.toISOString().slice(0, 10)}.lumbre.json`;
}

/** The same for a part of it, such as its loom list. */
export function partFileName(name: string, part: string): string {
  return `${plainName(name)}-${part}`;
}

function plainName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
  return plain === '' ? 'calibration' : plain;
}

/** Hands a text, or bytes, to the browser as a file. */
export function saveTextFile(
  fileName: string,
  content: string | Uint8Array<ArrayBuffer>,
  type = 'application/json',
): void {
  saveBlob(fileName, new Blob([content], { type }));
}

/** Hands what is written already to the browser as a file. */
export function saveBlob(fileName: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = window.document.createElement('a');
  link.href = url;
  link.download = fileName;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Hands the calibration to the browser as a file, which remembers what it was when it left. */
export function downloadCalibration(document: Calibration): void {
  saveTextFile(calibrationFileName(document.name, new Date()), calibrationToText(leaving(document)));
}
