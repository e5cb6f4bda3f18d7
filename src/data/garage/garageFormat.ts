import { z } from '@/core/field/schema';

/** What a garage’s file says of itself. */
export const GARAGE_FORMAT = 'lumbre-garage';
export const GARAGE_VERSION = 1;
/** First in it: what it is. */
export { GARAGE_ABOUT_NAME as ABOUT } from '../files/packageNames';
/** Last in it: the sum of each text, so that what is cut short or damaged is known. */
export const SUMS = 'sums.json';
/** Where what is kept lies, each by its key. */
const KEPT = 'kept/';
/** How a garage’s file ends. */
export const GARAGE_ENDING = '.garage.zip';

export const aboutSchema = z.object({
  format: z.literal(GARAGE_FORMAT),
  version: z.number().int().min(1),
  /** Of the shape of the documents in it. */
  edition: z.number().int().min(0),
  writtenAt: z.string(),
});
export type AboutGarage = z.infer<typeof aboutSchema>;

export const sumsSchema = z.record(z.string(), z.number().int());
export type Sums = z.infer<typeof sumsSchema>;

/** Choices of a device are its own: they do not travel. */
const STAYS = ['preference/'];

/** Whether what is kept under a key goes into the file. */
export function travels(key: string): boolean {
  return !STAYS.some((start) => key.startsWith(start));
}

/** The name in the file of what is kept under a key. */
export function nameOf(key: string): string {
  return KEPT + key.split('/').map(encodeURIComponent).join('/');
}

/** The key of a name in the file; null for what is none. */
export function keyOf(name: string): string | null {
  if (!name.startsWith(KEPT)) return null;
  try {
    return name.slice(KEPT.length).split('/').map(decodeURIComponent).join('/');
  } catch {
    return null;
  }
}
