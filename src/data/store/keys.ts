/** The string store underneath: AsyncStorage in the app, a map in tests. `setMany` is one transaction. */
export interface StringStore {
  getItem(key: string): Promise<string | null>;
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  setMany(entries: Record<string, string>): Promise<void>;
  removeMany(keys: string[]): Promise<void>;
  getAllKeys(): Promise<string[]>;
}

const DOCUMENT = 'calibration/';
const ENTRY = 'entry/';
const SNAPSHOT = 'snapshot/';

/** Where everything of a calibration is kept. */
export const KEYS = {
  document: (id: string) => `${DOCUMENT}${id}`,
  /** The revision before the stored one, to fall back on. */
  previous: (id: string) => `previous/${id}`,
  /** A damaged text that a save has taken the place of, for rescue. */
  damaged: (id: string) => `damaged/${id}`,
  entry: (id: string) => `${ENTRY}${id}`,
  snapshot: (id: string, snapshotId: string) => `${SNAPSHOT}${id}/${snapshotId}`,
};

/** The calibrations there are, by their documents: the list can be made of them again. */
export function calibrationIds(keys: readonly string[]): string[] {
  return keys.filter((key) => key.startsWith(DOCUMENT)).map((key) => key.slice(DOCUMENT.length));
}

/** The keys of a calibration's snapshots. */
export function snapshotKeys(keys: readonly string[], id: string): string[] {
  return keys.filter((key) => key.startsWith(`${SNAPSHOT}${id}/`));
}

/** What else is kept by the id of a calibration: what its engine computer stored and learned, how its procedures ended, what was tried. */
const BESIDE = ['ecu', 'learned', 'procedures', 'tried'];

/** Every key of a calibration. */
export function keysOf(keys: readonly string[], id: string): string[] {
  const own = [
    ...[KEYS.document(id), KEYS.previous(id), KEYS.damaged(id), KEYS.entry(id)],
    ...BESIDE.map((what) => `${what}/${id}`),
  ];
  return [...keys.filter((key) => own.includes(key)), ...snapshotKeys(keys, id)];
}
