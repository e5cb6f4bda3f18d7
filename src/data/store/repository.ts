import { calibrationFromJson, type Calibration } from '@/core/calibration';
import { engineLine } from './engineLine';
import {
  entrySchema,
  recordSchema,
  snapshotSchema,
  type CalibrationEntry,
  type CalibrationRecord,
  type Snapshot,
} from './record';

/** The string store underneath: AsyncStorage in the app, a map in tests. `setMany` is one transaction. */
export interface StringStore {
  getItem(key: string): Promise<string | null>;
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  setMany(entries: Record<string, string>): Promise<void>;
  removeMany(keys: string[]): Promise<void>;
  getAllKeys(): Promise<string[]>;
}

/** What the repository takes from outside. */
export interface RepositoryPorts {
  readonly store: StringStore;
  /** Runs one task at a time for a key, across tabs. */
  readonly exclusively: <T>(key: string, task: () => Promise<T>) => Promise<T>;
  readonly now: () => Date;
  readonly newId: () => string;
  /** Tells the other tabs that a calibration changed. */
  readonly announce: (id: string, revision: number) => void;
}

export type SaveResult =
  | { readonly ok: true; readonly revision: number }
  /** Somebody else saved since the revision the caller started from. Nothing was written. */
  | { readonly ok: false; readonly storedRevision: number | null };

/** Why a stored calibration cannot be opened. */
export class UnreadableRecord extends Error {
  constructor(
    readonly id: string,
    /** The stored text, for rescue. */
    readonly text: string,
  ) {
    super('The stored calibration is damaged.');
  }
}

const DOCUMENT_KEY = 'calibration/';
const ENTRY_KEY = 'entry/';
const SNAPSHOT_KEY = 'snapshot/';
/** Deleted calibrations are kept this long, ms. */
const BIN_MS = 30 * 24 * 3600 * 1000;

/** Keeps calibrations: each as a document and a list entry, written together. */
export function createRepository(ports: RepositoryPorts) {
  const { store, now } = ports;

  async function readRecord(id: string): Promise<CalibrationRecord | null> {
    const text = await store.getItem(DOCUMENT_KEY + id);
    if (text === null) return null;
    const json = parsedJson(text);
    const stored = isRecord(json) ? json : {};
    const document = calibrationFromJson(stored['document']);
    if (!document.ok) throw new UnreadableRecord(id, text);
    const record = recordSchema.safeParse({ ...stored, document: document.document });
    if (!record.success) throw new UnreadableRecord(id, text);
    return record.data;
  }

  async function write(record: CalibrationRecord, deletedAt: string | null): Promise<void> {
    const text = JSON.stringify(record);
    const entry: CalibrationEntry = {
      id: record.id,
      revision: record.revision,
      name: record.document.name,
      engineLine: engineLine(record.document),
      createdAt: record.createdAt,
      modifiedAt: now().toISOString(),
      sizeBytes: text.length,
      deletedAt,
    };
    await store.setMany({ [DOCUMENT_KEY + record.id]: text, [ENTRY_KEY + record.id]: JSON.stringify(entry) });
    ports.announce(record.id, record.revision);
  }

  async function entries(): Promise<CalibrationEntry[]> {
    const keys = (await store.getAllKeys()).filter((key) => key.startsWith(ENTRY_KEY));
    const texts = await store.getMany(keys);
    return Object.values(texts)
      .map((text) => entrySchema.safeParse(parsedJson(text ?? '')))
      .flatMap((result) => (result.success ? [result.data] : []))
      .sort((a, b) => b.modifiedAt.localeCompare(a.modifiedAt));
  }

  async function readEntry(id: string): Promise<CalibrationEntry | null> {
    const text = await store.getItem(ENTRY_KEY + id);
    const entry = entrySchema.safeParse(parsedJson(text ?? ''));
    return entry.success ? entry.data : null;
  }

  async function setDeleted(id: string, deletedAt: string | null): Promise<void> {
    await ports.exclusively(id, async () => {
      const entry = await readEntry(id);
      if (entry === null) return;
      await store.setMany({ [ENTRY_KEY + id]: JSON.stringify({ ...entry, deletedAt }) });
      ports.announce(id, entry.revision);
    });
  }

  return {
    /** All entries, newest first, deleted ones among them. */
    entries,

    /** The record, or null when there is none. @throws {UnreadableRecord} when what is stored is damaged. */
    read: readRecord,

    /** Stores a new calibration and returns its record. */
    async create(document: Calibration): Promise<CalibrationRecord> {
      const record = { id: ports.newId(), revision: 1, createdAt: now().toISOString(), document };
      await write(record, null);
      return record;
    },

    /** Saves a document over the revision the caller started from; refused when that is no longer the stored one. */
    async save(id: string, baseRevision: number, document: Calibration): Promise<SaveResult> {
      return ports.exclusively(id, async () => {
        const stored = await readEntry(id);
        if (stored === null || stored.revision !== baseRevision) {
          return { ok: false, storedRevision: stored?.revision ?? null };
        }
        const revision = baseRevision + 1;
        await write({ id, createdAt: stored.createdAt, revision, document }, null);
        return { ok: true, revision };
      });
    },

    /** Changes only the name, whatever the stored revision. */
    async rename(id: string, name: string): Promise<void> {
      await ports.exclusively(id, async () => {
        const stored = await readRecord(id);
        if (stored === null) return;
        const document = { ...stored.document, name };
        await write({ ...stored, revision: stored.revision + 1, document }, null);
      });
    },

    /** Puts a calibration in the bin; `restore` takes it out again. */
    remove: (id: string) => setDeleted(id, now().toISOString()),
    restore: (id: string) => setDeleted(id, null),

    /** The snapshots of a calibration, newest first. One that cannot be read is left out, not lost. */
    async snapshots(id: string): Promise<Snapshot[]> {
      const keys = (await store.getAllKeys()).filter((key) => key.startsWith(`${SNAPSHOT_KEY}${id}/`));
      const texts = await store.getMany(keys);
      return Object.values(texts)
        .flatMap((text) => {
          const stored = parsedJson(text ?? '');
          const json = isRecord(stored) ? stored : {};
          const document = calibrationFromJson(json['document']);
          const snapshot = document.ok
            ? snapshotSchema.safeParse({ ...json, document: document.document })
            : null;
          return snapshot?.success === true ? [snapshot.data] : [];
        })
        .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
    },

    /** Keeps a document as it is now under a name of its own. */
    async takeSnapshot(id: string, name: string, document: Calibration): Promise<Snapshot> {
      const snapshot: Snapshot = { id: ports.newId(), name, takenAt: now().toISOString(), document };
      await store.setMany({ [`${SNAPSHOT_KEY}${id}/${snapshot.id}`]: JSON.stringify(snapshot) });
      return snapshot;
    },

    /** Takes a snapshot away for good. */
    removeSnapshot: (id: string, snapshotId: string) =>
      store.removeMany([`${SNAPSHOT_KEY}${id}/${snapshotId}`]),

    /** Empties the bin of what has lain there for 30 days. */
    async purge(): Promise<void> {
      const old = (await entries()).filter(
        ({ deletedAt }) => deletedAt !== null && now().getTime() - Date.parse(deletedAt) > BIN_MS,
      );
      const keys = await store.getAllKeys();
      const kept = old.flatMap(({ id }) => keys.filter((key) => key.startsWith(`${SNAPSHOT_KEY}${id}/`)));
      await store.removeMany([...old.flatMap(({ id }) => [DOCUMENT_KEY + id, ENTRY_KEY + id]), ...kept]);
    },
  };
}

export type Repository = ReturnType<typeof createRepository>;

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}
