import { memoryStore } from '@tests/support/memoryStore';
import fc from 'fast-check';
import { chunkRows, chunkText, type LogEntry } from './logRecord';
import { logCsv } from './logFile';
import { createLogStore } from './logStore';

const ENTRY: LogEntry = {
  id: 'one',
  calibrationId: 'ventisca',
  calibration: 'Ventisca',
  ecu: 'Box',
  startedAt: '2026-11-26T10:00:00.000Z',
  rateHz: 20,
  channels: ['time', 'speed', 'lambdaOne'],
  samples: 0,
  chunks: 0,
  ended: null,
};
const rows = (fromS: number, count: number) =>
  Float32Array.from({ length: 3 * count }, (_, i) =>
    i % 3 === 0 ? fromS + Math.floor(i / 3) / 20 : i % 3 === 1 ? 1000 + i : NaN,
  );

describe('a part of a log', () => {
  test('is the same numbers after it was text, whatever they are', () => {
    fc.assert(
      fc.property(fc.float32Array({ minLength: 0, maxLength: 60 }), (values) => {
        const whole = values.subarray(0, values.length - (values.length % 3));
        expect(Array.from(chunkRows(chunkText(whole), 3))).toEqual(Array.from(whole));
      }),
    );
  });

  test('that is cut off is refused', () => {
    expect(() => chunkRows(btoa('12345678'), 3)).toThrow('cut off');
  });
});

describe('a log in parts', () => {
  test('is stored as it comes, and read as columns with time from its beginning', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    await logs.begin(ENTRY);
    let entry = await logs.append(ENTRY, rows(40, 100));
    entry = await logs.append(entry, rows(45, 50));
    await logs.end(entry, 'stopped');
    const read = await logs.read('one');
    expect(read?.entry).toMatchObject({ samples: 150, chunks: 2, ended: 'stopped' });
    expect(read?.missingParts).toBe(0);
    expect(read?.log.timeS[0]).toBe(0);
    expect(read?.log.timeS[149]).toBeCloseTo(7.45, 4);
    expect(read?.log.columns.speed?.[100]).toBe(1001);
    expect(read?.log.columns.lambdaOne?.every(Number.isNaN)).toBe(true);
    expect(read?.log.columns.coolant).toBeUndefined();
  });

  test('of which a part is gone or damaged is read without it, and that is said', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    let entry = ENTRY;
    for (let i = 0; i < 4; i += 1) entry = await logs.append(entry, rows(i, 20));
    store.contents.delete('log-part/one/1');
    store.contents.set('log-part/one/2', 'nothing of the kind: 🦉');
    const read = await logs.read('one');
    expect(read?.missingParts).toBe(2);
    expect(Array.from(read?.log.timeS ?? []).map(Math.floor)).toEqual(expect.arrayContaining([0, 3]));
    expect(read?.log.timeS).toHaveLength(40);
  });

  test('is listed with its calibration, newest first; what is no entry is left out', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    await logs.begin(ENTRY);
    await logs.begin({ ...ENTRY, id: 'two', startedAt: '2026-11-26T11:00:00.000Z' });
    await logs.begin({ ...ENTRY, id: 'other', calibrationId: 'pardela' });
    store.contents.set('log/broken', '{"id":1}');
    store.contents.set('log/text', 'nothing');
    expect((await logs.list('ventisca')).map(({ id }) => id)).toEqual(['two', 'one']);
    expect(await logs.read('broken')).toBeNull();
    expect(await logs.read('nothing')).toBeNull();
  });

  test('goes with all its parts, and no other', async () => {
    const store = memoryStore();
    const logs = createLogStore(store);
    await logs.append(ENTRY, rows(0, 5));
    await logs.append({ ...ENTRY, id: 'one-more' }, rows(0, 5));
    await logs.remove('one');
    expect([...store.contents.keys()].sort()).toEqual(['log-part/one-more/0', 'log/one-more']);
  });
});

test('a log as a file has a header, a row a sample and nothing where nothing was known', async () => {
  const logs = createLogStore(memoryStore());
  await logs.append(ENTRY, rows(2, 2));
  const read = await logs.read('one');
  expect(read === null ? '' : logCsv(read.log)).toBe(
    'time_s,engine_speed_rpm\r\n0.000,1001.0\r\n0.050,1004.0\r\n',
  );
});
