import { str as crc32 } from 'crc-32';
import { strFromU8, Unzip, UnzipInflate } from 'fflate';
import { CALIBRATION_EDITION } from '@/core/calibration';
import {
  ABOUT,
  aboutSchema,
  GARAGE_VERSION,
  keyOf,
  SUMS,
  sumsSchema,
  type AboutGarage,
  type Sums,
} from './garageFormat';

/** Larger texts are none that Lumbre has written, bytes. */
const MOST_BYTES = 64 * 1024 * 1024;

/** Why a file cannot be taken, in a sentence: what, where, and what to do. */
export class NoGarage extends Error {
  override name = 'NoGarage';
}

/** A garage’s file that was looked through: what is in it, and what of that is damaged. */
export interface LookedThrough {
  readonly about: AboutGarage;
  /** Keys whose text is whole. */
  readonly whole: ReadonlySet<string>;
  /** Keys whose text is damaged, or missing though it is listed. */
  readonly damaged: readonly string[];
  /** The texts that were asked for. */
  readonly texts: ReadonlyMap<string, string>;
}

/**
 * Hands each text of a ZIP to a listener as it comes, so that no more than one is held.
 * @throws {NoGarage} where it is no ZIP, or cut short in the middle of one.
 */
export async function eachText(
  file: Blob,
  wanted: (name: string) => boolean,
  told: (name: string, text: string) => void | Promise<void>,
  signal: AbortSignal,
): Promise<void> {
  const waiting: [name: string, text: string][] = [];
  let failure: Error | null = null;
  const unzip = new Unzip((entry) => {
    if (!wanted(entry.name)) return;
    const parts: Uint8Array[] = [];
    let size = 0;
    entry.ondata = (error, chunk, final) => {
      if (error !== null) failure = error;
      size += chunk?.length ?? 0;
      if (size > MOST_BYTES) failure = new RangeError('too large');
      if (failure !== null) return;
      parts.push(chunk);
      if (final) waiting.push([entry.name, strFromU8(joined(parts, size))]);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  const reader = file.stream().getReader();
  try {
    for (;;) {
      signal.throwIfAborted();
      const { done, value } = await reader.read();
      unzip.push(value ?? new Uint8Array(0), done);
      if (failure !== null) throw failure as Error;
      for (const [name, text] of waiting.splice(0)) await told(name, text);
      if (done) return;
    }
  } catch (error) {
    if (signal.aborted) throw error;
    throw error instanceof NoGarage ? error : new NoGarage(DAMAGED);
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}

const DAMAGED =
  'It is no garage that Lumbre wrote, or it is damaged or cut short. Copy it again from where it came, or export it again.';

function joined(parts: readonly Uint8Array[], size: number): Uint8Array {
  const whole = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

/**
 * Looks a garage’s file through before anything of it is taken.
 * @param keep the keys whose texts are held on to.
 * @throws {NoGarage} where it is none, was written by a newer Lumbre, or is cut short.
 */
export async function lookThrough(
  file: Blob,
  keep: (key: string) => boolean,
  signal: AbortSignal,
): Promise<LookedThrough> {
  let about: AboutGarage | null = null;
  let sums: Sums | null = null;
  const found = new Map<string, number>();
  const texts = new Map<string, string>();
  await eachText(
    file,
    () => true,
    (name, text) => {
      if (name === ABOUT) about = aboutOf(text);
      else if (name === SUMS) sums = sumsOf(text);
      const key = keyOf(name);
      if (key === null) return;
      found.set(key, crc32(text));
      if (keep(key)) texts.set(key, text);
    },
    signal,
  );
  if (about === null || sums === null) throw new NoGarage(DAMAGED);
  const listed = Object.entries(sums as Sums);
  const damaged = listed.filter(([key, sum]) => found.get(key) !== sum).map(([key]) => key);
  const whole = new Set(listed.map(([key]) => key).filter((key) => !damaged.includes(key)));
  return { about, whole, damaged, texts };
}

function aboutOf(text: string): AboutGarage {
  const read = aboutSchema.safeParse(jsonOf(text));
  if (!read.success) throw new NoGarage(DAMAGED);
  if (read.data.version > GARAGE_VERSION || read.data.edition > CALIBRATION_EDITION)
    throw new NoGarage(
      'A newer Lumbre wrote it, which knows of more than this one. Load the page anew to get that, then open the file again.',
    );
  return read.data;
}

function sumsOf(text: string): Sums | null {
  const read = sumsSchema.safeParse(jsonOf(text));
  return read.success ? read.data : null;
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
