import { calibrationToText, type Calibration } from '@/core/calibration';

/** A file name that any system takes: letters, digits and dashes of the calibration's name. */
export function calibrationFileName(name: string, date: Date): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
  return `${plain === '' ? 'calibration' : plain}-${date.toISOString().slice(0, 10)}.lumbre.json`;
}

/** Hands the calibration to the browser as a file. */
export function downloadCalibration(document: Calibration): void {
  const blob = new Blob([calibrationToText(document)], { type: 'application/json' });
  const url = URL.createObjectURL(blob);
  const link = window.document.createElement('a');
  link.href = url;
  link.download = calibrationFileName(document.name, new Date());
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
