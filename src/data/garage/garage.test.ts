import { createRepository } from '../store/repository';
import { createLogStore } from '../logs/logStore';
import { KEYS, type StringStore } from '../store/keys';
import { memoryStore } from '@tests/support/memoryStore';
import { demo } from '@tests/support/ventisca';
import type { LogEntry } from '../logs/logRecord';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { keyOf, nameOf, travels } from './garageFormat';
import { NoGarage } from './readGarage';
import { takeGarage, type TakenGarage } from './takeGarage';
import { writeGarage } from './writeGarage';

const NOW = new Date('2026-11-30T10:00:00Z');
const STAYS = new AbortController().signal;

function portsOf(store: StringStore, name: string) {
  let ids = 0;
  return {
    store,
    exclusively: <T>(_key: string, task: () => Promise<T>) => task(),
    now: () => NOW,
    newId: () => `${name}-${(ids += 1)}`,
    announce: () => undefined,
  };
}

/** A browser with what it keeps, and what is done in it. */
function browser(name: string) {
  const store = memoryStore();
  const ports = portsOf(store, name);
  return {
    store,
    repository: createRepository(ports),
    logs: createLogStore(store),
    file: () => writeGarage(store, NOW, () => undefined, STAYS),
    take: (file: Blob, signal = STAYS): Promise<TakenGarage> =>
      takeGarage(file, ports, () => undefined, signal),
  };
}

const logEntry = (id: string, calibrationId: string): LogEntry => ({
  id,
  calibrationId,
  calibration: 'Ventisca',
  source: { kind: 'recorded', ecu: 'stand-in', rateHz: 50, edited: false },
  startedAt: NOW.toISOString(),
  channels: ['time', 'speed'],
  own: [],
  samples: 0,
  forS: 0,
  firstS: null,
  pages: 0,
  parts: 0,
  coding: 'packed',
  size: 0,
  ended: null,
  marks: [{ atS: 1, note: 'first snow' }],
  note: 'ice',
});

/** A season: two calibrations, one in the bin, a version, a log with its numbers, a library, a choice of the device. */
async function season() {
  const own = browser('laptop');
  const { id } = await own.repository.create(demo());
  await own.repository.takeSnapshot(id, 'Before the ice', demo());
  const other = await own.repository.create({ ...demo(), name: 'Old map' });
  await own.repository.remove(other.id);
  const begun = logEntry('log-1', id);
  await own.logs.begin(begun, '{"held":true}');
  const entry = await own.logs.append(begun, [
    Float64Array.from([0, 0.02, 0.04]),
    Float32Array.from([900, 910, 905]),
  ]);
  await own.logs.end(entry, 'stopped', null);
  await own.store.setMany({
    [`procedures/${id}`]: '{"baseTiming":1}',
    [`ecu/${id}`]: '{}',
    [`learned/${id}`]: '{}',
    [`tried/${id}`]: '7',
    'library/injectors': '{}',
    'library/computed': '[]',
    'table/rpm;map': '["speed"]',
    'preference/light': 'dark',
  });
  return { ...own, id, otherId: other.id };
}

describe('everything as one file', () => {
  test('taken on an empty phone it is all there, key for key, but for the choices of the device', async () => {
    const laptop = await season();
    const phone = browser('phone');
    const taken = await phone.take(await laptop.file());
    expect([...taken.calibrations].sort()).toEqual(['Old map', demo().name]);
    expect(taken).toMatchObject({
      beside: [],
      same: 0,
      logs: 1,
      logsHere: 0,
      versions: 1,
      shared: 3,
      unreadable: [],
      damaged: 0,
    });
    const expected = new Map([...laptop.store.contents].filter(([key]) => travels(key)));
    expect(new Map(phone.store.contents)).toEqual(expected);
    expect(expected.size).toBe(laptop.store.contents.size - 1);
    const log = await phone.logs.read('log-1');
    expect([...(log?.log.columns.speed ?? [])]).toEqual([900, 910, 905]);
    expect(
      (await phone.repository.entries()).find(({ id }) => id === laptop.otherId)?.deletedAt,
    ).not.toBeNull();
  });

  test('taken twice it changes nothing, and says so', async () => {
    const laptop = await season();
    const phone = browser('phone');
    const file = await laptop.file();
    await phone.take(file);
    const before = new Map(phone.store.contents);
    expect(await phone.take(file)).toMatchObject({
      calibrations: [],
      beside: [],
      same: 2,
      versions: 0,
      shared: 0,
      logs: 0,
      logsHere: 1,
    });
    expect(new Map(phone.store.contents)).toEqual(before);
  });

  test('what is here in another state stays, and what comes lies beside it, with its versions, once', async () => {
    const laptop = await season();
    const phone = browser('phone');
    await phone.take(await laptop.file());
    const here = await phone.repository.read(laptop.id);
    await phone.repository.save(laptop.id, 1, { ...demo(), note: 'from the phone' });
    await laptop.repository.save(laptop.id, here?.record.revision ?? 0, {
      ...demo(),
      note: 'from the laptop',
    });
    const file = await laptop.file();
    const taken = await phone.take(file);
    expect(taken.beside).toEqual([{ name: demo().name, as: `${demo().name} 2` }]);
    expect((await phone.repository.read(laptop.id))?.record.document.note).toBe('from the phone');
    const beside = (await phone.repository.read('phone-1'))?.record;
    expect(beside?.document).toMatchObject({ name: `${demo().name} 2`, note: 'from the laptop' });
    expect((await phone.repository.snapshots('phone-1')).map(({ name }) => name)).toEqual(['Before the ice']);
    expect(phone.store.contents.get('procedures/phone-1')).toBe('{"baseTiming":1}');
    // Its entry tells of it, and not of the one it was made of.
    expect((await phone.repository.entries()).find(({ id }) => id === 'phone-1')?.name).toBe(
      `${demo().name} 2`,
    );
    // Once more: it is known again.
    expect(await phone.take(file)).toMatchObject({ beside: [], same: 2 });
    // And back: what the phone made is taken by the laptop, beside its own.
    expect((await laptop.take(await phone.file())).beside).toEqual([
      { name: demo().name, as: `${demo().name} 2` },
    ]);
  });

  test('libraries are added to: what is here stays as it is', async () => {
    const channel = (name: string, text: string) => ({ name, text, unit: null, decimals: 1 });
    const laptop = await season();
    const phone = browser('phone');
    await laptop.store.setMany({
      'library/computed': JSON.stringify([channel('Slip', 'a'), channel('Duty', 'b')]),
    });
    await phone.store.setMany({
      'library/computed': JSON.stringify([channel('slip', 'own')]),
      'table/rpm;map': '["mine"]',
      'library/injectors': 'not to be read',
    });
    await phone.take(await laptop.file());
    expect(JSON.parse(phone.store.contents.get('library/computed') ?? '')).toEqual([
      channel('slip', 'own'),
      channel('Duty', 'b'),
    ]);
    expect(phone.store.contents.get('table/rpm;map')).toBe('["mine"]');
    expect(phone.store.contents.get('library/injectors')).toBe('not to be read');
  });
});

/** The file with one of its texts changed; taken out where that is null. */
async function changed(file: Blob, name: string, text: (was: string) => string | null): Promise<Blob> {
  const parts = unzipSync(new Uint8Array(await file.arrayBuffer()));
  const next = text(strFromU8(parts[name] ?? new Uint8Array(0)));
  const { [name]: _, ...rest } = parts;
  return new Blob([
    zipSync({ ...rest, ...(next === null ? {} : { [name]: strToU8(next) }) }) as Uint8Array<ArrayBuffer>,
  ]);
}

test('a calibration that another tab took meanwhile, and changed, is not written over', async () => {
  const laptop = await season();
  const phone = browser('phone');
  const file = await laptop.file();
  const taken = browser('phone');
  await taken.take(file);
  await taken.repository.save(laptop.id, 1, { ...demo(), note: 'changed' });
  // It comes between what was planned and what is taken.
  const ports = portsOf(phone.store, 'phone');
  const exclusively = async <T>(_key: string, task: () => Promise<T>) => {
    await phone.store.setMany(Object.fromEntries(taken.store.contents));
    return task();
  };
  await takeGarage(file, { ...ports, exclusively }, () => undefined, STAYS);
  expect((await phone.repository.read(laptop.id))?.record.document.note).toBe('changed');
});

describe('a file that is not whole', () => {
  test.each([
    ['no ZIP', async () => new Blob(['{"name":"Ventisca"}'])],
    ['nothing', async () => new Blob([])],
    ['another ZIP', async () => new Blob([zipSync({ 'a.txt': strToU8('a') }) as Uint8Array<ArrayBuffer>])],
    ['without its sums', async (file: Blob) => changed(file, 'sums.json', () => null)],
    ['saying nothing of itself', async (file: Blob) => changed(file, 'garage.json', () => '{}')],
    ['cut short', async (file: Blob) => file.slice(0, Math.floor(file.size * 0.6))],
  ])('%s: refused, and nothing is taken', async (_, damage) => {
    const laptop = await season();
    const phone = browser('phone');
    await expect(phone.take(await damage(await laptop.file()))).rejects.toThrow(NoGarage);
    expect(phone.store.contents.size).toBe(0);
  });

  test.each([
    ['a newer shape of file', { version: 2 }],
    ['a newer document', { edition: 10_000 }],
  ])('%s is refused with what to do', async (_, more) => {
    const laptop = await season();
    const file = await changed(await laptop.file(), 'garage.json', (text) =>
      JSON.stringify({ ...(JSON.parse(text) as object), ...more }),
    );
    await expect(browser('phone').take(file)).rejects.toThrow(/newer Lumbre wrote it.*Load the page anew/);
  });

  test('one damaged calibration is left out by its name, its log with it; the rest is taken', async () => {
    const laptop = await season();
    const phone = browser('phone');
    const name = nameOf(KEYS.document(laptop.id));
    const file = await changed(await laptop.file(), name, (text) => text.replace('"note"', '"mote"'));
    expect(await phone.take(file)).toMatchObject({
      calibrations: ['Old map'],
      unreadable: [demo().name],
      logs: 0,
    });
    expect([...phone.store.contents.keys()].filter((key) => key.includes(laptop.id))).toEqual([]);
  });

  test('a damaged page of a log is missed by the log alone', async () => {
    const laptop = await season();
    const phone = browser('phone');
    const page = [...laptop.store.contents.keys()].find((key) => /^log-(page|part)\//.test(key)) ?? '';
    const file = await changed(await laptop.file(), nameOf(page), (text) => `${text}x`);
    expect(await phone.take(file)).toMatchObject({ logs: 1, damaged: 1 });
    expect((await phone.logs.read('log-1'))?.missingParts).toBe(1);
  });

  test('ended in the middle, what was taken is whole; begun again, the rest comes', async () => {
    const laptop = await season();
    const phone = browser('phone');
    const file = await laptop.file();
    const stop = new AbortController();
    const store = {
      ...phone.store,
      setMany: async (entries: Record<string, string>) => {
        await phone.store.setMany(entries);
        stop.abort();
      },
    };
    await expect(takeGarage(file, portsOf(store, 'phone'), () => undefined, stop.signal)).rejects.toThrow(
      /abort/i,
    );
    expect(await phone.repository.entries()).toHaveLength(1);
    expect(await phone.logs.list()).toEqual([]);
    await phone.take(file);
    expect(await phone.repository.entries()).toHaveLength(2);
    expect(await phone.logs.list()).toHaveLength(1);
  });

  test('writing ends where it is asked to, and tells how far it is', async () => {
    const laptop = await season();
    const stop = new AbortController();
    const told: number[] = [];
    await writeGarage(laptop.store, NOW, ({ done, of }) => told.push(done / of), STAYS);
    expect(told.at(-1)).toBe(1);
    stop.abort();
    await expect(writeGarage(laptop.store, NOW, () => undefined, stop.signal)).rejects.toThrow(/abort/i);
  });
});

test('names in the file and keys are one another’s, whatever stands in an id', () => {
  for (const key of [
    'calibration/a b',
    'snapshot/x/auto-2026-11-30T10:00:00.000Z-1',
    'table/rpm;map %',
    'log-page/ä/0',
  ])
    expect(keyOf(nameOf(key))).toBe(key);
  expect(keyOf('other/thing')).toBeNull();
  expect(keyOf('kept/%E0%A4%A')).toBeNull();
});
