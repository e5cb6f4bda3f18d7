import * as DocumentPicker from 'expo-document-picker';

const TYPES = [
  'text/csv',
  'text/plain',
  'text/tab-separated-values',
  '.csv',
  '.txt',
  '.log',
  '.tsv',
  '.dat',
  '.zip',
];

/** Asks for a file of a log; null when none was chosen. It is not read. */
export async function pickLogFile(): Promise<File | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type: TYPES, base64: false });
  return picked.canceled ? null : (picked.assets[0]?.file ?? null);
}
