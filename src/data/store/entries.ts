import { engineLine } from './engineLine';
import { entryIn, entryList } from './entryList';
import { calibrationIds, KEYS, keysOf, type StringStore } from './keys';
import type { CalibrationEntry, CalibrationRecord } from './record';
import { headOf, isOfNewerBuild, recordOf } from './recordText';

const DAY_MS = 24 * 3600 * 1000;
/** Deleted calibrations are kept this long, ms. */
const BIN_MS = 30 * DAY_MS;
/** Time between two looks at the bin counts up to here, ms: a clock that jumps two months ahead does not empty it. */
const LOOK_MS = 2 * DAY_MS;
/** Entries that are checked against their documents at a time. */
const BATCH = 20;

/** The name of a calibration of which nothing can be read. */
const UNREADABLE_NAME = 'Unreadable calibration';
/** And that of one whose document this build does not know whole. */
const NEWER_NAME = 'Calibration of a newer Lumbre';

/** The list entry of a record. */
export function entryOf(
  record: CalibrationRecord,
  sizeBytes: number,
  modifiedAt: string,
  deletedAt: string | null = null,
  exported: CalibrationEntry['exported'] = undefined,
): CalibrationEntry {
  const { id, revision, createdAt, document } = record;
  const { name } = document;
  return {
    id,
    revision,
    name,
    engineLine: engineLine(document),
    createdAt,
    modifiedAt,
    sizeBytes,
    deletedAt,
    ...(exported === undefined ? {} : { exported }),
  };
}

/** The list of calibrations: kept beside the documents, and made of them again where it is damaged, missing or ahead. */
export function createEntries(store: StringStore, now: () => Date) {
  /** Makes an entry of what is stored; one that says that it cannot be read where nothing can. */
  async function rebuilt(id: string, old: CalibrationEntry | null = null): Promise<CalibrationEntry> {
    const stored = await store.getMany([KEYS.document(id), KEYS.previous(id)]);
    const text = stored[KEYS.document(id)] ?? '';
    const record = recordOf(text) ?? recordOf(stored[KEYS.previous(id)] ?? null);
    const isNewer = isOfNewerBuild(headOf(text));
    const time = now().toISOString();
    const deletedAt = old?.deletedAt ?? null;
    const entry: CalibrationEntry =
      record !== null
        ? entryOf(
            { ...record, id },
            text.length,
            old?.modifiedAt ?? record.createdAt,
            deletedAt,
            old?.exported,
          )
        : {
            id,
            revision: 1,
            name: old?.name ?? (isNewer ? NEWER_NAME : UNREADABLE_NAME),
            engineLine: '',
            createdAt: old?.createdAt ?? time,
            modifiedAt: old?.modifiedAt ?? time,
            sizeBytes: text.length,
            deletedAt,
          };
    // The build that wrote it knows better what to say of it.
    if (!isNewer) await store.setMany({ [KEYS.entry(id)]: JSON.stringify(entry) });
    return entry;
  }

  const all = () => entryList(store, (id) => rebuilt(id));

  return {
    /** All entries, newest first, deleted ones among them. */
    all,

    rebuilt,

    /** One entry; null where there is none that can be read. */
    async read(id: string): Promise<CalibrationEntry | null> {
      return entryIn(id, await store.getItem(KEYS.entry(id)));
    },

    /**
     * Holds every entry against its document, and makes those anew that tell another revision.
     * @returns how many there were.
     */
    async repair(): Promise<number> {
      const ids = calibrationIds(await store.getAllKeys());
      let mended = 0;
      for (let from = 0; from < ids.length; from += BATCH) {
        const batch = ids.slice(from, from + BATCH);
        const texts = await store.getMany(batch.flatMap((id) => [KEYS.document(id), KEYS.entry(id)]));
        for (const id of batch) {
          const head = headOf(texts[KEYS.document(id)] ?? null);
          const entry = entryIn(id, texts[KEYS.entry(id)] ?? null);
          if (entry !== null && (head === null || head.revision === entry.revision)) continue;
          await rebuilt(id, entry);
          mended += 1;
        }
      }
      return mended;
    },

    /**
     * Empties the bin of what has lain there for 30 days. Only time that the app saw pass counts: from one look to the
     * next, two days at the most.
     * @param exclusively runs a task with the calibration locked.
     */
    async purge(exclusively: <T>(id: string, task: () => Promise<T>) => Promise<T>): Promise<void> {
      for (const { id, deletedAt } of await all()) {
        if (deletedAt === null) continue;
        await exclusively(id, async () => {
          const entry = entryIn(id, await store.getItem(KEYS.entry(id)));
          if (entry === null || entry.deletedAt === null) return;
          const time = now();
          const before = entry.binned ?? { ageMs: 0, seenAt: entry.deletedAt };
          const passed = time.getTime() - Date.parse(before.seenAt);
          const ageMs = before.ageMs + Math.min(LOOK_MS, Math.max(0, passed));
          if (ageMs >= BIN_MS) {
            await store.removeMany(keysOf(await store.getAllKeys(), id));
          } else {
            const binned = { ageMs, seenAt: time.toISOString() };
            await store.setMany({ [KEYS.entry(id)]: JSON.stringify({ ...entry, binned }) });
          }
        });
      }
    },
  };
}
