import { memoryStore } from '@tests/support/memoryStore';
import type { Log } from '@/core/log';
import { entryOfFile, keepLog, sizeOf } from './keepLog';
import { createLogStore } from './logStore';

const ROWS = 2500;
const log: Log = {
  timeS: Float64Array.from({ length: ROWS }, (_, i) => i / 50),
  columns: { speed: Float32Array.from({ length: ROWS }, (_, i) => 900 + i) },
  own: [
    {
      name: 'Raw',
      unit: 'x',
      values: Float32Array.from({ length: ROWS }, (_, i) => Math.fround(Math.sin(i))),
    },
  ],
};
const FILE = {
  id: 'one',
  calibrationId: 'ventisca',
  calibration: 'Ventisca',
  name: 'morning.csv',
  refused: 2,
  said: ['2 lines'],
  taken: [{ column: 'RPM [rpm]', as: 'Engine speed, rev/min' }],
  startedAt: '2026-11-28T10:00:00.000Z',
  log,
};

test('a log of a file is kept page by page, and is the same, bit by bit where it is of its own', async () => {
  const logs = createLogStore(memoryStore());
  const entry = entryOfFile(FILE);
  const told: number[] = [];
  const kept = await keepLog(logs, entry, log, (share) => told.push(share) > 0);
  expect(kept).toMatchObject({ samples: ROWS, pages: 3, parts: 0, ended: 'stopped', source: { refused: 2 } });
  expect((await logs.read('one'))?.entry.source).toEqual(entry.source);
  expect(told).toHaveLength(3);
  const read = await logs.read('one');
  expect(read?.log.columns.speed).toEqual(log.columns.speed);
  expect(read?.log.own).toMatchObject(log.own ?? []);
  expect(read?.log.timeS.at(-1)).toBeCloseTo((ROWS - 1) / 50, 4);
  expect(sizeOf(log)).toBe(3 * ROWS);
});

test('one that is cancelled, or that storage refuses, leaves nothing behind', async () => {
  const store = memoryStore();
  const logs = createLogStore(store);
  const entry = entryOfFile(FILE);
  let pages = 0;
  expect(await keepLog(logs, entry, log, () => (pages += 1) < 3)).toBeNull();
  expect(store.contents.size).toBe(0);
  let writes = 0;
  const full = createLogStore({
    ...store,
    setMany: (entries) => ((writes += 1) > 2 ? Promise.reject(new Error('no room')) : store.setMany(entries)),
  });
  await expect(keepLog(full, entry, log, () => true)).rejects.toThrow('no room');
  expect(store.contents.size).toBe(0);
});
