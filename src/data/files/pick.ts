import * as DocumentPicker from 'expo-document-picker';

/** Larger files are not read at all, bytes: a calibration with every map full has about 2 MB. */
const MAX_FILE_BYTES = 8 * 1024 * 1024;
const MEGABYTE = 1024 * 1024;

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
  const result = await file
    .text()
    .then(read)
    .catch(() => null);
  if (result === null) return refused('could not be read. Check that it still exists, and choose it again.');
  return result.ok ? result : refused(`was not opened. ${result.message}`);
}
