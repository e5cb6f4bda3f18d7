import { memoryStore } from '@tests/support/memoryStore';
import fc from 'fast-check';
import { CHANNEL_IDS } from '@/core/channel';
import { type LogColumn, loggedDecimals } from '@/core/log';
import { type LogEntry, logEntrySchema } from './logRecord';
import { createLogStore } from './logStore';
import { packed, unpacked } from './packed';

const ENTRY: LogEntry = {
  id: 'one',
  calibrationId: 'ventisca',
  calibration: 'Ventisca',
  source: { kind: 'recorded', ecu: 'Box', rateHz: 20, edited: false },
  startedAt: '2026-11-26T10:00:00.000Z',
  channels: ['time', 'speed', 'lambdaOne'],
  own: [],
  samples: 0,
  forS: 0,
  firstS: null,
  pages: 0,
  parts: 0,
  coding: 'packed',
  size: 0,
  ended: null,
  marks: [],
  note: '',
};
const columns = (fromS: number, count: number): LogColumn[] => [
  Float64Array.from({ length: count }, (_, i) => fromS + i / 20),
  Float32Array.from({ length: count }, (_, i) => 1000 + 3 * i),
  new Float32Array(count).fill(NaN),
];
const sizeOf = (store: ReturnType<typeof memoryStore>) =>
  [...store.contents].reduce((sum, [key, text]) => (key.startsWith('log-p') ? sum + text.length : sum), 0);

test('what is packed is the same page again; damaged text is refused', async () => {
  await fc.assert(
    fc.asyncProperty(fc.float64Array({ minLength: 1, maxLength: 50 }), async (values) => {
      const text = await packed([{ values, decimals: null }]);
      expect(text).toMatch(/^[A-Za-z0-9+/=]*$/);
      const page = await unpacked(text);
      expect(page.length).toBeGreaterThan(8 * values.length);
    }),
    { numRuns: 20 },
  );
  await expect(unpacked('nothing of the kind: 🦉')).rejects.toThrow();
  await expect(unpacked(btoa('nothing that was compressed'))).rejects.toThrow();
});

test('every channel is kept to more decimals than it is shown with', () => {
  for (const id of CHANNEL_IDS) expect([id, loggedDecimals(id) <= 6]).toEqual([id, true]);
  expect((['time', 'lambdaOne', 'speed'] as const).map(loggedDecimals)).toEqual([4, 4, 2]);
});

describe('a log in parts', () => {
  test('is stored as it comes, and read as columns with time from its beginning', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    await logs.begin(ENTRY, 'a calibration');
    let entry = await logs.append(ENTRY, columns(40, 100));
    entry = await logs.append(entry, columns(45, 50));
    expect(entry).toMatchObject({ samples: 150, parts: 2, pages: 0, firstS: 40, size: sizeOf(store) });
    expect(entry.forS).toBeCloseTo(7.45, 6);
    await logs.end(entry, 'stopped', null);
    const read = await logs.read('one');
    expect(read?.entry).toMatchObject({
      samples: 150,
      parts: 0,
      pages: 1,
      ended: 'stopped',
      size: sizeOf(store),
    });
    expect(read?.missingParts).toBe(0);
    expect(read?.log.timeS[0]).toBe(0);
    expect(read?.log.timeS[149]).toBeCloseTo(7.45, 9);
    expect(read?.log.columns.speed?.[100]).toBe(1000);
    expect(read?.log.columns.lambdaOne?.every(Number.isNaN)).toBe(true);
    expect(read?.log.columns.coolant).toBeUndefined();
    expect(await logs.held('one')).toBe('a calibration');
  });

  test('of many parts becomes pages on the way, and is the same log', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    let entry = ENTRY;
    for (let i = 0; i < 95; i += 1) entry = await logs.append(entry, columns(5 * i, 100));
    expect(entry).toMatchObject({ samples: 9500, pages: 2, parts: 15, size: sizeOf(store) });
    const before = await logs.read('one');
    await logs.end(entry, 'stopped', null);
    const after = await logs.read('one');
    expect(after?.log).toEqual(before?.log);
    expect(after?.entry).toMatchObject({ pages: 3, parts: 0 });
    expect(after?.log.timeS).toHaveLength(9500);
    after?.log.timeS.forEach((at, i) => expect(at).toBeCloseTo(i / 20, 4));
  });

  // The page is written with the entry that counts it: whatever stops in between, nothing comes twice or is lost.
  test('that stops before its old parts are gone is whole all the same, and goes on', async () => {
    const store = memoryStore();
    const stuck = { ...store, removeMany: () => Promise.reject(new Error('closed')) };
    const logs = createLogStore(stuck);
    let entry = ENTRY;
    for (let i = 0; i < 39; i += 1) entry = await logs.append(entry, columns(5 * i, 100));
    expect(await logs.append(entry, columns(195, 100))).toMatchObject({ pages: 1, parts: 0, samples: 4000 });
    const again = createLogStore(store);
    const read = await again.read('one');
    expect([read?.entry.samples, read?.log.timeS.length, read?.missingParts]).toEqual([4000, 4000, 0]);
    await again.append(read?.entry ?? ENTRY, columns(200, 100));
    expect((await again.read('one'))?.log.timeS).toHaveLength(4100);
  });

  test('whose page is refused stays in parts, and whose part is damaged says so to the end', async () => {
    const store = memoryStore();
    let refuses = false;
    const logs = createLogStore({
      ...store,
      setMany: (entries) =>
        refuses && Object.keys(entries).some((key) => key.startsWith('log-page/'))
          ? Promise.reject(new Error('no room'))
          : store.setMany(entries),
    });
    let entry = ENTRY;
    for (let i = 0; i < 39; i += 1) entry = await logs.append(entry, columns(5 * i, 100));
    refuses = true;
    entry = await logs.append(entry, columns(195, 100));
    expect(entry).toMatchObject({ pages: 0, parts: 40, samples: 4000 });
    refuses = false;
    store.contents.set('log-part/one/7', 'nothing of the kind');
    entry = await logs.end(await logs.append(entry, columns(200, 100)), 'stopped', null);
    expect(entry).toMatchObject({ pages: 0, parts: 41, samples: 4100 });
    const read = await logs.read('one');
    expect([read?.missingParts, read?.log.timeS.length]).toEqual([1, 4000]);
  });

  test('of which a part is gone or damaged is read without it, and that is said', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    let entry = ENTRY;
    for (let i = 0; i < 5; i += 1) entry = await logs.append(entry, columns(i, 20));
    store.contents.delete('log-part/one/1');
    store.contents.set('log-part/one/2', 'nothing of the kind: 🦉');
    const whole = store.contents.get('log-part/one/3') ?? '';
    store.contents.set('log-part/one/3', whole.slice(0, whole.length / 2));
    const read = await logs.read('one');
    expect(read?.missingParts).toBe(3);
    expect(Array.from(read?.log.timeS ?? []).map(Math.floor)).toEqual(expect.arrayContaining([0, 4]));
    expect(read?.log.timeS).toHaveLength(40);
  });

  test('is listed with its calibration, newest first; what is no entry is left out', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    await logs.begin(ENTRY, null);
    await logs.begin({ ...ENTRY, id: 'two', startedAt: '2026-11-26T11:00:00.000Z' }, null);
    await logs.begin({ ...ENTRY, id: 'other', calibrationId: 'pardela' }, null);
    store.contents.set('log/broken', '{"id":1}');
    store.contents.set('log/text', 'nothing');
    expect((await logs.list('ventisca')).map(({ id }) => id)).toEqual(['two', 'one']);
    expect(await logs.list('another')).toEqual([]);
    expect((await logs.list()).map(({ id }) => id)).toEqual(['two', 'one', 'other']);
    expect(await logs.read('broken')).toBeNull();
    expect(await logs.read('nothing')).toBeNull();
    expect(await logs.held('one')).toBeNull();
  });

  test('goes with all that is its own, and nothing of another', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    await logs.begin(ENTRY, 'held');
    const entry = await logs.end(
      await logs.append(await logs.append(ENTRY, columns(0, 5)), columns(1, 5)),
      'lost',
      null,
    );
    await logs.append(entry, columns(2, 5));
    await logs.append({ ...ENTRY, id: 'one-more', calibrationId: 'pardela' }, columns(0, 5));
    await logs.remove('one');
    expect([...store.contents.keys()].sort()).toEqual(['log-part/one-more/0', 'log/one-more']);
    await logs.removeOthers(['pardela']);
    expect(store.contents.size).toBe(2);
    await logs.removeOthers(['ventisca']);
    expect(store.contents.size).toBe(0);
  });

  test('takes a note and marks afterwards', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    const entry = await logs.append(ENTRY, columns(0, 5));
    await logs.change({ ...entry, note: 'wet', marks: [{ atS: 0.1, note: '' }] });
    expect((await logs.read('one'))?.entry).toMatchObject({ note: 'wet', marks: [{ atS: 0.1 }], samples: 5 });
  });

  test('has columns of its own beside the channels', async () => {
    const logs = createLogStore(memoryStore());
    const entry = { ...ENTRY, own: [{ name: 'Oil', unit: 'bar', decimals: 2 }] };
    await logs.append(entry, [...columns(0, 3), Float32Array.of(4.25, NaN, 3)]);
    const own = (await logs.read('one'))?.log.own;
    expect(own).toEqual([{ name: 'Oil', unit: 'bar', decimals: 2, values: Float32Array.of(4.25, NaN, 3) }]);
  });
});

describe('a log as it was kept before', () => {
  const old = { ...ENTRY, ecu: 'Box', rateHz: 20, samples: 4, chunks: 2 };
  const rows = (values: number[]) =>
    btoa(String.fromCharCode(...new Uint8Array(Float32Array.from(values).buffer)));

  test('is still read', async () => {
    const store = memoryStore();
    const { source: _, own: __, coding: ___, pages: ____, parts: _____, ...kept } = old;
    store.contents.set('log/one', JSON.stringify(kept));
    store.contents.set('log-part/one/0', rows([10, 900, NaN, 10.05, 910, 1]));
    store.contents.set('log-part/one/1', rows([10.1, 920, 1.01, 10.15, 930, 1.02]));
    const read = await createLogStore(store).read('one');
    expect(read?.entry).toMatchObject({
      source: { kind: 'recorded', ecu: 'Box', rateHz: 20 },
      forS: 0.2,
      marks: [],
    });
    expect([...(read?.log.columns.speed ?? [])]).toEqual([900, 910, 920, 930]);
    expect(read?.log.timeS[3]).toBeCloseTo(0.15, 5);
    expect(read?.log.columns.lambdaOne?.[0]).toBeNaN();
    store.contents.set('log-part/one/1', btoa('12345678'));
    expect((await createLogStore(store).read('one'))?.missingParts).toBe(1);
  });

  test('an entry that is neither is none', () => {
    expect(logEntrySchema.safeParse({ ...ENTRY, source: { kind: 'heard' } }).success).toBe(false);
    expect(logEntrySchema.safeParse({ ...ENTRY, samples: -1 }).success).toBe(false);
  });
});
