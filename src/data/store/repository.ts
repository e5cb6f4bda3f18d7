import type { Calibration } from '@/core/calibration';
import { createEntries, entryOf } from './entries';
import { KEYS, snapshotKeys, type StringStore } from './keys';
import type { CalibrationEntry, CalibrationRecord, Snapshot } from './record';
import { headOf, isOfNewerBuild, recordOf, recordText, snapshotOf } from './recordText';

export type { StringStore } from './keys';

/** What happened to a calibration, for the other tabs. */
export interface CalibrationChange {
  readonly id: string;
  readonly revision: number;
  readonly kind: 'saved' | 'deleted' | 'restored';
}

/** What the repository takes from outside. */
export interface RepositoryPorts {
  readonly store: StringStore;
  /** Runs one task at a time for a key, across tabs. */
  readonly exclusively: <T>(key: string, task: () => Promise<T>) => Promise<T>;
  readonly now: () => Date;
  readonly newId: () => string;
  /** Tells the other tabs that a calibration changed. */
  readonly announce: (change: CalibrationChange) => void;
}

export type SaveResult =
  | { readonly ok: true; readonly revision: number }
  /** Nothing was written: somebody else saved since, it lies in the bin, or it is gone for good. */
  | { readonly ok: false; readonly reason: 'newer' | 'deleted' | 'gone' };

/** A record as it was opened. */
export interface OpenedRecord {
  readonly record: CalibrationRecord;
  /** The stored text, where it was damaged and the revision before it was opened; null where all is well. */
  readonly damaged: string | null;
}

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

/** A stored calibration that a newer build of Lumbre wrote: this one would lose what it does not know of. */
export class OfNewerBuild extends Error {
  constructor(readonly id: string) {
    super('A newer Lumbre saved this calibration. Load the page anew to get it; nothing was changed.');
    this.name = 'OfNewerBuild';
  }
}

/** Begins the id of a snapshot that was taken by itself. */
const AUTOMATIC = 'auto-';
/** As many of those are kept of a calibration. */
const MAX_AUTOMATIC = 20;

/** Keeps calibrations: each as a document with the revision before it and a list entry, written together. */
export function createRepository(ports: RepositoryPorts) {
  const { store, now } = ports;
  const entries = createEntries(store, now);

  /** The stored texts of a calibration, and the revision they stand for; null revision where nothing is stored. */
  async function stored(id: string) {
    const texts = await store.getMany([KEYS.document(id), KEYS.previous(id)]);
    const current = texts[KEYS.document(id)] ?? null;
    const previous = texts[KEYS.previous(id)] ?? null;
    const head = headOf(current);
    const before = headOf(previous);
    // A damaged text stands for the revision after the one before it, so that a save can take its place.
    const revision = current === null ? null : (head?.revision ?? (before?.revision ?? 0) + 1);
    return {
      current,
      previous,
      revision,
      isWhole: head !== null,
      isOfNewerBuild: [head, before].some(isOfNewerBuild),
      createdAt: (head ?? before)?.createdAt ?? null,
    };
  }

  async function read(id: string): Promise<OpenedRecord | null> {
    const { current, previous, revision, isOfNewerBuild } = await stored(id);
    if (current === null || revision === null) return null;
    if (isOfNewerBuild) throw new OfNewerBuild(id);
    const record = recordOf(current);
    if (record !== null) return { record, damaged: null };
    const before = recordOf(previous);
    if (before === null) throw new UnreadableRecord(id, current);
    return { record: { ...before, revision }, damaged: current };
  }

  /** Writes a record, its list entry and the revision before it in one transaction. */
  async function write(
    record: CalibrationRecord,
    before: { readonly current: string | null; readonly isWhole: boolean },
    exported?: CalibrationEntry['exported'],
  ): Promise<void> {
    const { id, revision } = record;
    const text = recordText(record);
    const beside =
      before.current === null
        ? {}
        : { [before.isWhole ? KEYS.previous(id) : KEYS.damaged(id)]: before.current };
    await store.setMany({
      ...beside,
      [KEYS.document(id)]: text,
      [KEYS.entry(id)]: JSON.stringify(entryOf(record, text.length, now().toISOString(), null, exported)),
    });
    ports.announce({ id, revision, kind: 'saved' });
  }

  async function setDeleted(id: string, deletedAt: string | null): Promise<void> {
    await ports.exclusively(id, async () => {
      const entry = await entries.read(id);
      if (entry === null) return;
      const { binned: _age, ...rest } = entry;
      await store.setMany({ [KEYS.entry(id)]: JSON.stringify({ ...rest, deletedAt }) });
      ports.announce({ id, revision: entry.revision, kind: deletedAt === null ? 'restored' : 'deleted' });
    });
  }

  return {
    /** All entries, newest first, deleted ones among them; a damaged or missing one is made anew of its document. */
    entries: entries.all,

    /** Makes the list entry of a calibration anew of what is stored. */
    rebuiltEntry: (id: string) => entries.rebuilt(id),

    /** Holds the list against the documents; returns how many entries were made anew. */
    repair: entries.repair,

    /**
     * What is stored, or null when there is none; the revision before it where the newest is damaged.
     * @throws {UnreadableRecord} when that cannot be read either.
     * @throws {OfNewerBuild} when a newer build wrote it.
     */
    read,

    /** Stores a new calibration and returns its record. */
    async create(document: Calibration): Promise<CalibrationRecord> {
      const record = { id: ports.newId(), revision: 1, createdAt: now().toISOString(), document };
      await write(record, { current: null, isWhole: false });
      return record;
    },

    /** Saves a document over the revision the caller started from; refused when that is no longer the stored one, or a newer build’s. */
    async save(id: string, baseRevision: number, document: Calibration): Promise<SaveResult> {
      return ports.exclusively(id, async () => {
        const before = await stored(id);
        if (before.revision === null) return { ok: false, reason: 'gone' };
        const entry = await entries.read(id);
        if (entry?.deletedAt != null) return { ok: false, reason: 'deleted' };
        if (before.revision !== baseRevision || before.isOfNewerBuild) return { ok: false, reason: 'newer' };
        const revision = baseRevision + 1;
        const createdAt = before.createdAt ?? now().toISOString();
        await write({ id, revision, createdAt, document }, before, entry?.exported);
        return { ok: true, revision };
      });
    },

    /** Changes only the name, whatever the stored revision. */
    async rename(id: string, name: string): Promise<void> {
      await ports.exclusively(id, async () => {
        const opened = await read(id);
        if (opened === null) return;
        const { record, damaged } = opened;
        const current = await store.getItem(KEYS.document(id));
        await write(
          { ...record, revision: record.revision + 1, document: { ...record.document, name } },
          { current, isWhole: damaged === null },
          (await entries.read(id))?.exported,
        );
      });
    },

    /** Notes that a revision left as a file, for the list. */
    async noteExport(id: string, revision: number): Promise<void> {
      await ports.exclusively(id, async () => {
        const entry = await entries.read(id);
        if (entry === null || revision < 1) return;
        const exported = { revision, at: now().toISOString() };
        await store.setMany({ [KEYS.entry(id)]: JSON.stringify({ ...entry, exported }) });
      });
    },

    /** Puts a calibration in the bin; `restore` takes it out again. */
    remove: (id: string) => setDeleted(id, now().toISOString()),
    restore: (id: string) => setDeleted(id, null),

    /** The snapshots of a calibration that cannot be read, as they are stored, for rescue. */
    async damagedSnapshots(id: string): Promise<{ readonly id: string; readonly text: string }[]> {
      const texts = await store.getMany(snapshotKeys(await store.getAllKeys(), id));
      return Object.entries(texts).flatMap(([key, text]) =>
        text === null || snapshotOf(text) !== null
          ? []
          : [{ id: key.slice(KEYS.snapshot(id, '').length), text }],
      );
    },

    /** The snapshots of a calibration, newest first. One that cannot be read is left out, not lost. */
    async snapshots(id: string): Promise<Snapshot[]> {
      const texts = await store.getMany(snapshotKeys(await store.getAllKeys(), id));
      return Object.values(texts)
        .flatMap((text) => snapshotOf(text) ?? [])
        .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
    },

    /**
     * Keeps a document as it is now: under a name that the builder gave, which stays, or by itself, of which the newest
     * {@link MAX_AUTOMATIC} stay.
     */
    async takeSnapshot(
      id: string,
      name: string,
      document: Calibration,
      kind: Snapshot['kind'] = 'named',
    ): Promise<Snapshot> {
      const takenAt = now().toISOString();
      // The time stands in the key, so that the oldest are found without reading any.
      const own = kind === 'named' ? ports.newId() : `${AUTOMATIC}${takenAt}-${ports.newId()}`;
      const snapshot: Snapshot = { id: own, name, takenAt, kind, document };
      await store.setMany({ [KEYS.snapshot(id, own)]: recordText(snapshot) });
      const automatic = snapshotKeys(await store.getAllKeys(), id)
        .filter((key) => key.startsWith(KEYS.snapshot(id, AUTOMATIC)))
        .sort();
      const tooOld = automatic.slice(0, Math.max(0, automatic.length - MAX_AUTOMATIC));
      if (tooOld.length > 0) await store.removeMany(tooOld);
      return snapshot;
    },

    /** Takes a snapshot away for good. */
    removeSnapshot: (id: string, snapshotId: string) => store.removeMany([KEYS.snapshot(id, snapshotId)]),

    /** Empties the bin of what has lain there for 30 days. */
    purge: () => entries.purge(ports.exclusively),
  };
}

export type Repository = ReturnType<typeof createRepository>;
