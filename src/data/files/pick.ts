import * as DocumentPicker from 'expo-document-picker';

/** Larger files are not read at all, bytes: a calibration with every map full has about 2 MB. */
const MAX_FILE_BYTES = 8 * 1024 * 1024;
const MEGABYTE = 1024 * 1024;

const NO_CALIBRATION = {
  ok: false,
  message:
    'It is a ZIP file without a calibration in it, or a damaged one. Choose the package that Lumbre made.',
} as const;

/** The text of a file; of a package that of the calibration in it, null where there is none. */
async function textOf(file: File): Promise<string | null> {
  const { calibrationIn, isPackage } = await import('./unpack');
  const bytes = new Uint8Array(await file.arrayBuffer());
  return isPackage(bytes) ? calibrationIn(bytes, MAX_FILE_BYTES) : new TextDecoder().decode(bytes);
}

/** What came of reading a file. */
export type ReadPart<T> =
  { readonly ok: true; readonly part: T } | { readonly ok: false; readonly message: string };

/**
 * Asks for a file and has it read; null when none was chosen. The message of a refusal names the file.
 * @param types what the system's dialog offers.
 */
export async function pickPart<T>(
  read: (text: string) => Promise<ReadPart<T>>,
  types: readonly string[] = ['application/json', '.json'],
): Promise<ReadPart<T> | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type: [...types], base64: false });
  const file = picked.assets?.[0]?.file;
  if (picked.canceled || file === undefined) return null;
  const refused = (why: string) => ({ ok: false, message: `${file.name} ${why}` }) as const;
  if (file.size > MAX_FILE_BYTES) {
    const [is, most] = [Math.round(file.size / MEGABYTE), MAX_FILE_BYTES / MEGABYTE];
    return refused(
      `was not opened. It has ${is} MB; such a file has well under ${most}. Choose another file.`,
    );
  }
  const result = await textOf(file)
    .then((text) => (text === null ? NO_CALIBRATION : read(text)))
    .catch(() => null);
  if (result === null) return refused('could not be read. Check that it still exists, and choose it again.');
  return result.ok ? result : refused(`was not opened. ${result.message}`);
}
