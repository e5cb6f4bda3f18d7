import { str as crc32 } from 'crc-32';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { CALIBRATION_EDITION } from '@/core/calibration';
import type { StringStore } from '../store/keys';
import {
  ABOUT,
  type AboutGarage,
  GARAGE_FORMAT,
  GARAGE_VERSION,
  nameOf,
  SUMS,
  type Sums,
  travels,
} from './garageFormat';

/** So many texts are read at a time: pages of logs are the largest, of some 100 kB. */
const BATCH = 16;
/** What is kept is packed already where it is large: quick is better than small. */
const LEVEL = 1;

/** How far a garage’s file has come. */
export interface GarageProgress {
  readonly done: number;
  readonly of: number;
}

/**
 * Everything that is kept, but for the choices of this device, as one file: a ZIP with a text for each key.
 * @param onProgress told after each batch. @param signal ends it.
 * @throws {DOMException} AbortError where it was ended.
 */
export async function writeGarage(
  store: StringStore,
  now: Date,
  onProgress: (progress: GarageProgress) => void,
  signal: AbortSignal,
): Promise<Blob> {
  const chunks: Uint8Array<ArrayBuffer>[] = [];
  let failure: Error | null = null;
  const zip = new Zip((error, chunk) => {
    if (error !== null) failure = error;
    else chunks.push(chunk as Uint8Array<ArrayBuffer>);
  });
  const add = (name: string, text: string) => {
    const file = new ZipDeflate(name, { level: LEVEL });
    file.mtime = now;
    zip.add(file);
    file.push(strToU8(text), true);
    if (failure !== null) throw failure as Error;
  };
  const about: AboutGarage = {
    format: GARAGE_FORMAT,
    version: GARAGE_VERSION,
    edition: CALIBRATION_EDITION,
    writtenAt: now.toISOString(),
  };
  add(ABOUT, JSON.stringify(about));
  const keys = (await store.getAllKeys()).filter(travels).sort();
  const sums: Record<string, number> = {};
  for (let from = 0; from < keys.length; from += BATCH) {
    signal.throwIfAborted();
    const batch = keys.slice(from, from + BATCH);
    const texts = await store.getMany(batch);
    for (const key of batch) {
      const text = texts[key];
      // It may have gone meanwhile.
      if (text === null || text === undefined) continue;
      sums[key] = crc32(text);
      add(nameOf(key), text);
    }
    onProgress({ done: Math.min(keys.length, from + BATCH), of: keys.length });
  }
  add(SUMS, JSON.stringify(sums satisfies Sums));
  zip.end();
  return new Blob(chunks, { type: 'application/zip' });
}
