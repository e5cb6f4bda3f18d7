import * as DocumentPicker from 'expo-document-picker';

const MEGABYTE = 1024 * 1024;
/** Larger files are not read at all, bytes: a calibration with every map full has about 2 MB. */
const MAX_FILE_BYTES = 8 * MEGABYTE;
/** A package may have a log of hours beside it. */
const MAX_PACKAGE_BYTES = 400 * MEGABYTE;

const NO_CALIBRATION = {
  ok: false,
  message:
    'It is a ZIP file without a calibration in it, or a damaged one. Choose the package that Lumbre made.',
} as const;

const IS_GARAGE = 'was not opened. It is everything of a garage. Open Garage, and take it there.';

const tooLarge = (bytes: number, most: number) =>
  `was not opened. It has ${Math.round(bytes / MEGABYTE)} MB; such a file has well under ${most / MEGABYTE}. Choose another file.`;

/** What came of reading a file. */
export type ReadPart<T> =
  { readonly ok: true; readonly part: T } | { readonly ok: false; readonly message: string };

/** What came of a chosen file. */
export type Picked<T> =
  | {
      readonly ok: true;
      readonly part: T;
      /** The package it came out of, where there is a log in it too. */
      readonly withLog: File | null;
    }
  | { readonly ok: false; readonly message: string };

/**
 * Asks for a file and has it read; null when none was chosen. The message of a refusal names the file.
 * @param types what the system's dialog offers.
 */
export async function pickPart<T>(
  read: (text: string) => Promise<ReadPart<T>>,
  types: readonly string[] = ['application/json', '.json'],
): Promise<Picked<T> | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type: [...types], base64: false });
  const file = picked.assets?.[0]?.file;
  if (picked.canceled || file === undefined) return null;
  const refused = (why: string) => ({ ok: false, message: `${file.name} ${why}` }) as const;
  try {
    const { calibrationIn, isGarage, isPackage } = await import('./unpack');
    const packed = await isPackage(file);
    const most = packed ? MAX_PACKAGE_BYTES : MAX_FILE_BYTES;
    if (file.size > most) return refused(tooLarge(file.size, most));
    const bytes = packed ? new Uint8Array(await file.arrayBuffer()) : null;
    if (bytes !== null && isGarage(bytes)) return refused(IS_GARAGE);
    const found =
      bytes !== null ? calibrationIn(bytes, MAX_FILE_BYTES) : { text: await file.text(), hasLog: false };
    const result = found === null ? NO_CALIBRATION : await read(found.text);
    if (!result.ok) return refused(`was not opened. ${result.message}`);
    return { ...result, withLog: found?.hasLog === true ? file : null };
  } catch {
    return refused('could not be read. Check that it still exists, and choose it again.');
  }
}
