import * as DocumentPicker from 'expo-document-picker';
import type { FileResult } from '@/core/calibration';
import { MAX_FILE_BYTES, readCalibration } from './readCalibration';
import type { PartResult } from './readParts';

/** What came of asking for a file; null when the builder chose none. */
export type PickedFile =
  | { readonly name: string; readonly result: FileResult }
  | { readonly name: string; readonly tooLargeBytes: number }
  | null;

/** Asks for a calibration file and reads it. */
export async function pickCalibration(): Promise<PickedFile> {
  const picked = await DocumentPicker.getDocumentAsync({
    type: ['application/json', '.json'],
    base64: false,
  });
  const file = picked.assets?.[0]?.file;
  if (picked.canceled || file === undefined) return null;
  if (file.size > MAX_FILE_BYTES) return { name: file.name, tooLargeBytes: file.size };
  return { name: file.name, result: readCalibration(await file.text()) };
}

/**
 * Asks for a file and reads it; null when none was chosen. The message of a refusal names the file.
 * @param types what the system's dialog offers.
 */
export async function pickPart<T>(
  read: (text: string) => PartResult<T>,
  types: readonly string[] = ['application/json', '.json'],
): Promise<PartResult<T> | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type: [...types], base64: false });
  const file = picked.assets?.[0]?.file;
  if (picked.canceled || file === undefined) return null;
  if (file.size > MAX_FILE_BYTES)
    return { ok: false, message: `${file.name} is too large to be one. Choose another file.` };
  const text = await file.text().catch(() => null);
  if (text === null) {
    return {
      ok: false,
      message: `${file.name} could not be read. Check that it still exists, and choose it again.`,
    };
  }
  const result = read(text);
  return result.ok ? result : { ok: false, message: `${file.name} was not taken. ${result.message}` };
}
