import { str as crc32 } from 'crc-32';
import type { Calibration } from '@/core/calibration';
import { logEntrySchema } from '../logs/logRecord';
import { entryOf } from '../store/entries';
import { entryIn, jsonObject } from '../store/entryList';
import { calibrationIds, KEYS, keysOf, type StringStore } from '../store/keys';
import { freeName } from '../store/names';
import type { CalibrationRecord } from '../store/record';
import { recordOf, recordText } from '../store/recordText';
import { keyOf } from './garageFormat';
import { takeShared } from './libraries';
import { eachText, lookThrough, type LookedThrough } from './readGarage';
import type { GarageProgress } from './writeGarage';

/** What became of a garage’s file. */
export interface TakenGarage {
  /** Calibrations that were not here. */
  readonly calibrations: readonly string[];
  /** Calibrations that are here in another state: what came lies beside, under another name. */
  readonly beside: readonly { readonly name: string; readonly as: string }[];
  /** Calibrations that are here already, as they came. */
  readonly same: number;
  readonly logs: number;
  readonly logsHere: number;
  /** Versions of calibrations, and texts of libraries and tables, that were not here. */
  readonly versions: number;
  readonly shared: number;
  /** Calibrations of which nothing can be read; nothing of them was taken. */
  readonly unreadable: readonly string[];
  /** Other texts that came damaged and were left out. */
  readonly damaged: number;
}

interface Ports {
  readonly store: StringStore;
  readonly newId: () => string;
  readonly now: () => Date;
  /** Runs one task at a time for a key, across tabs. */
  readonly exclusively: <T>(key: string, task: () => Promise<T>) => Promise<T>;
}

/** A calibration of the file that is taken, and as what. */
interface Plan {
  readonly id: string;
  readonly as: string;
  readonly record: CalibrationRecord;
  /** What is to be written is there already, but for its snapshots. */
  readonly isHere: boolean;
}

const LOG = 'log/';
const OF_LOGS = ['log-page/', 'log-part/', 'log-held/'];
const SNAPSHOT = 'snapshot/';
/** Texts are written so many at a time. */
const BATCH = 16;

/**
 * Takes all of a garage’s file that is not here. Nothing here is changed or lost: a calibration that is here in another state is
 * taken beside it. A calibration, and a log, is there whole or not at all; taken again, what is here is left as it is.
 * @throws {NoGarage} where the file cannot be taken; then nothing was.
 * @throws {DOMException} AbortError where it was ended: what was taken by then stays.
 */
export async function takeGarage(
  file: Blob,
  ports: Ports,
  onProgress: (progress: GarageProgress) => void,
  signal: AbortSignal,
): Promise<TakenGarage> {
  const { store } = ports;
  const isLarge = (key: string) => key.startsWith(SNAPSHOT) || OF_LOGS.some((start) => key.startsWith(start));
  const looked = await lookThrough(file, (key) => !isLarge(key), signal);
  const { plans, same, unreadable } = await planned(looked, ports);
  for (const plan of plans) {
    signal.throwIfAborted();
    if (!plan.isHere) await ports.exclusively(plan.as, () => takeCalibration(plan, looked, ports));
  }
  const here = new Set(await store.getAllKeys());
  const logs = [...looked.texts].filter(([key, text]) => key.startsWith(LOG) && isLogOf(text, plans));
  const newLogs = new Map(logs.filter(([key]) => !here.has(key)));
  const versions = await takeLarge(file, looked, { store, here, plans, newLogs }, onProgress, signal);
  // Last of all, so that a log that is listed is there.
  await store.setMany(Object.fromEntries(newLogs));
  const shared = await takeShared(store, looked.texts);
  return {
    calibrations: plans
      .filter((plan) => !plan.isHere && plan.id === plan.as)
      .map(({ record }) => record.document.name),
    beside: plans
      .filter((plan) => plan.id !== plan.as)
      .map(({ id, record }) => ({
        name: entryIn(id, looked.texts.get(KEYS.entry(id)) ?? null)?.name ?? record.document.name,
        as: record.document.name,
      })),
    same,
    logs: newLogs.size,
    logsHere: logs.length - newLogs.size,
    versions,
    shared,
    unreadable,
    damaged: looked.damaged.filter((key) => !key.startsWith(KEYS.document(''))).length,
  };
}

/** Sum of a document but for its name: by it, what was taken beside once is known again. */
const bareSum = (document: Calibration) => crc32(JSON.stringify({ ...document, name: '' }));

async function planned(looked: LookedThrough, { store, newId }: Ports) {
  const keys = await store.getAllKeys();
  const names: string[] = [];
  const bare = new Set<number>();
  const sums = new Map<string, number>();
  for (const id of calibrationIds(keys)) {
    const record = recordOf(await store.getItem(KEYS.document(id)));
    const sum = record === null ? Number.NaN : bareSum(record.document);
    sums.set(id, sum);
    bare.add(sum);
    const name = record?.document.name ?? entryIn(id, await store.getItem(KEYS.entry(id)))?.name;
    if (name !== undefined) names.push(name);
  }
  const plans: Plan[] = [];
  const unreadable: string[] = [];
  let same = 0;
  const listed = [...looked.whole, ...looked.damaged];
  for (const id of calibrationIds(listed)) {
    const record = recordOf(looked.texts.get(KEYS.document(id)) ?? null);
    if (record === null || !looked.whole.has(KEYS.document(id))) {
      unreadable.push(entryIn(id, looked.texts.get(KEYS.entry(id)) ?? null)?.name ?? 'a calibration');
      continue;
    }
    const isHere = sums.has(id);
    const isSame = bare.has(bareSum(record.document));
    if (isHere && !isSame) {
      const name = freeName(record.document.name, names);
      names.push(name);
      const own = { ...record, document: { ...record.document, name } };
      plans.push({ id, as: newId(), record: own, isHere: false });
      continue;
    }
    if (isHere) same += 1;
    plans.push({ id, as: id, record, isHere });
  }
  return { plans, same, unreadable };
}

/** Writes a calibration and all that is kept beside it in one transaction. */
async function takeCalibration(
  { id, as, record }: Plan,
  { whole, texts }: LookedThrough,
  { store, now }: Ports,
): Promise<void> {
  // Another tab may have taken it, and it may have been changed since.
  if ((await store.getItem(KEYS.document(as))) !== null) return;
  const own = keysOf([...whole], id).filter((key) => texts.has(key));
  if (id === as) {
    await store.setMany(Object.fromEntries(own.map((key) => [key, texts.get(key) ?? ''])));
    return;
  }
  // Under another id: what tells its own is made anew.
  const told = [KEYS.document(id), KEYS.previous(id), KEYS.damaged(id), KEYS.entry(id)];
  const beside = own
    .filter((key) => !told.includes(key))
    .map((key) => [key.replace(id, as), texts.get(key) ?? ''] as const);
  const text = recordText({ ...record, id: as });
  const entry = entryOf({ ...record, id: as }, text.length, now().toISOString());
  await store.setMany({
    ...Object.fromEntries(beside),
    [KEYS.document(as)]: text,
    [KEYS.entry(as)]: JSON.stringify(entry),
  });
}

/** True of a log whose calibration is taken or here. */
function isLogOf(text: string, plans: readonly Plan[]): boolean {
  const read = logEntrySchema.safeParse(jsonObject(text));
  return read.success && plans.some(({ id }) => id === read.data.calibrationId);
}

interface Large {
  readonly store: StringStore;
  readonly here: ReadonlySet<string>;
  readonly plans: readonly Plan[];
  readonly newLogs: ReadonlyMap<string, string>;
}

/**
 * Goes through the file once more and takes what is large: numbers of logs, and snapshots.
 * @returns how many snapshots.
 */
async function takeLarge(
  file: Blob,
  { whole }: LookedThrough,
  { store, here, plans, newLogs }: Large,
  onProgress: (progress: GarageProgress) => void,
  signal: AbortSignal,
): Promise<number> {
  /** Where a text of the file goes; null where it is not taken. */
  const placeOf = (key: string): string | null => {
    if (!whole.has(key)) return null;
    if (OF_LOGS.some((start) => key.startsWith(start)))
      return newLogs.has(LOG + (key.split('/')[1] ?? '')) ? key : null;
    const plan = key.startsWith(SNAPSHOT)
      ? plans.find(({ id }) => key.startsWith(KEYS.snapshot(id, '')))
      : undefined;
    if (plan === undefined) return null;
    const place = KEYS.snapshot(plan.as, key.slice(KEYS.snapshot(plan.id, '').length));
    return here.has(place) ? null : place;
  };
  const of = [...whole].filter((key) => placeOf(key) !== null).length;
  let done = 0;
  let versions = 0;
  let batch: Record<string, string> = {};
  const flush = async () => {
    const texts = batch;
    batch = {};
    done += Object.keys(texts).length;
    if (Object.keys(texts).length > 0) await store.setMany(texts);
    onProgress({ done, of });
  };
  await eachText(
    file,
    (name) => placeOf(keyOf(name) ?? '') !== null,
    async (name, text) => {
      const place = placeOf(keyOf(name) ?? '') ?? '';
      if (place.startsWith(SNAPSHOT)) versions += 1;
      batch[place] = text;
      if (Object.keys(batch).length >= BATCH) await flush();
    },
    signal,
  );
  await flush();
  return versions;
}
