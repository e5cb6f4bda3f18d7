/** A file with a log in it that was opened elsewhere, and for which calibration it is to be read. */
let handed: { readonly calibrationId: string; readonly file: File } | null = null;

/** Hands a file to the page where logs are opened. */
export function handFile(calibrationId: string, file: File): void {
  handed = { calibrationId, file };
}

/** The file that was handed over for a calibration, once; null where none was. */
export function takeHandedFile(calibrationId: string): File | null {
  const file = handed?.calibrationId === calibrationId ? handed.file : null;
  handed = null;
  return file;
}
