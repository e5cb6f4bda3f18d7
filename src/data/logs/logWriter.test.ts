import { memoryStore } from '@tests/support/memoryStore';
import type { LogEntry } from './logRecord';
import { createLogStore } from './logStore';
import { logWriter, type WriterNews } from './logWriter';

const ENTRY: LogEntry = {
  id: 'one',
  calibrationId: 'ventisca',
  calibration: 'Ventisca',
  source: { kind: 'recorded', ecu: 'Box', rateHz: 50, edited: false },
  startedAt: '2026-11-26T10:00:00.000Z',
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
  marks: [],
  note: '',
};
const part = (fromS: number) => [Float64Array.of(fromS, fromS + 0.02), Float32Array.of(900, 901)];

/** A store that refuses what is written while it is told to. */
function refusing() {
  const store = memoryStore();
  const state = { refuses: false };
  const setMany = (entries: Record<string, string>) =>
    state.refuses ? Promise.reject(new Error('no room')) : store.setMany(entries);
  return { state, logs: createLogStore({ ...store, setMany }) };
}

test('parts and marks are stored in their order, and the end with what was held then', async () => {
  const { logs } = refusing();
  const news: WriterNews[] = [];
  const writer = logWriter(logs, ENTRY, 'before', (one) => news.push(one));
  writer.add(part(5));
  writer.mark((marks) => [...marks, { atS: 0.01, note: 'here' }]);
  writer.add(part(5.04));
  await writer.end('stopped', 'after');
  const read = await logs.read('one');
  expect([...(read?.log.timeS ?? [])].map((at) => Number(at.toFixed(3)))).toEqual([0, 0.02, 0.04, 0.06]);
  expect(read?.entry).toMatchObject({
    ended: 'stopped',
    marks: [{ atS: 0.01, note: 'here' }],
    source: { edited: true },
  });
  expect(await logs.held('one')).toBe('after');
  expect(news.at(-1)?.failure).toBeNull();
});

test('what is refused is said, kept, and stored with the next', async () => {
  const { state, logs } = refusing();
  let last: WriterNews | null = null;
  const writer = logWriter(logs, ENTRY, null, (one) => (last = one));
  writer.add(part(0));
  await Promise.resolve();
  state.refuses = true;
  writer.add(part(0.04));
  await new Promise((done) => setTimeout(done, 50));
  expect(last).toMatchObject({ failure: expect.stringMatching(/no room.*tried again with the next/) });
  state.refuses = false;
  writer.add(part(0.08));
  await writer.end('lost', null);
  expect(last).toMatchObject({
    failure: null,
    entry: { samples: 6, ended: 'lost', source: { edited: false } },
  });
  expect((await logs.read('one'))?.log.timeS).toHaveLength(6);
  expect(await logs.held('one')).toBeNull();
});

test('an end that is refused is said to be one', async () => {
  const { state, logs } = refusing();
  let last: WriterNews | null = null;
  const writer = logWriter(logs, ENTRY, null, (one) => (last = one));
  writer.add(part(0));
  await new Promise((done) => setTimeout(done, 50));
  state.refuses = true;
  await writer.end('stopped', null);
  expect(last).toMatchObject({
    failure: expect.stringMatching(/^The end of the log could not be stored: no room/),
  });
});
