import { calibrationIds, KEYS, type StringStore } from './keys';
import type { CalibrationEntry } from './record';

/**
 * The entry in a stored text; null where it is missing, damaged or another's. It is looked over by hand: the list is the
 * first thing that a visit shows, and the library of schemas would have to come before it.
 */
export function entryIn(id: string, text: string | null): CalibrationEntry | null {
  const entry = jsonObject(text ?? '');
  return isEntry(entry) && entry.id === id ? entry : null;
}

/**
 * All entries, newest first, deleted ones among them.
 * @param rebuilt makes an entry anew of what is stored, where it is missing or damaged.
 */
export async function entryList(
  store: StringStore,
  rebuilt: (id: string) => Promise<CalibrationEntry>,
): Promise<CalibrationEntry[]> {
  const ids = calibrationIds(await store.getAllKeys());
  const texts = await store.getMany(ids.map(KEYS.entry));
  const found = await Promise.all(ids.map((id) => entryIn(id, texts[KEYS.entry(id)] ?? null) ?? rebuilt(id)));
  return found.sort((a, b) => b.modifiedAt.localeCompare(a.modifiedAt));
}

/** Stored JSON as an object; empty for what is none. */
export function jsonObject(text: string): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};
  } catch {
    return {};
  }
}

function isEntry(entry: Record<string, unknown>): entry is Record<string, unknown> & CalibrationEntry {
  const { id, revision, name, engineLine, createdAt, modifiedAt, sizeBytes, deletedAt, binned, exported } =
    entry;
  return (
    typeof id === 'string' &&
    id !== '' &&
    Number.isInteger(revision) &&
    Number(revision) >= 1 &&
    typeof name === 'string' &&
    typeof engineLine === 'string' &&
    isTime(createdAt) &&
    isTime(modifiedAt) &&
    Number.isFinite(sizeBytes) &&
    (deletedAt === null || isTime(deletedAt)) &&
    (binned === undefined || isBinned(binned)) &&
    (exported === undefined || isExported(exported))
  );
}

function isBinned(value: unknown): boolean {
  if (typeof value !== 'object' || value === null) return false;
  const { ageMs, seenAt } = value as Record<string, unknown>;
  return Number.isFinite(ageMs) && Number(ageMs) >= 0 && isTime(seenAt);
}

function isExported(value: unknown): boolean {
  if (typeof value !== 'object' || value === null) return false;
  const { revision, at } = value as Record<string, unknown>;
  return Number.isInteger(revision) && Number(revision) >= 1 && isTime(at);
}

const isTime = (value: unknown): boolean => typeof value === 'string' && Number.isFinite(Date.parse(value));
