import { webcrypto } from 'node:crypto';
import { act, waitFor } from '@testing-library/react';
import { useEcu } from '../ecu/ecuSession';
import { takeRows } from '../ecu/liveFrame';
import { USUAL_PLAN } from './recordPlan';
import { logStore, markNow, MOST_SAMPLES, startRecording, stopRecording, useRecording } from './recorder';

jest.mock('../store/browserStorage', () => ({
  storage: jest
    .requireActual<typeof import('@tests/support/memoryStore')>('@tests/support/memoryStore')
    .memoryStore(),
}));

// What every browser has, and the one of these tests lacks: ids, and streams that press.
Object.assign(crypto, { randomUUID: () => webcrypto.randomUUID() });

jest.mock('./packed', () => {
  const { pageOf } = jest.requireActual<typeof import('@/core/logPages')>('@/core/logPages');
  return {
    packed: async (columns: Parameters<typeof pageOf>[0]) => Buffer.from(pageOf(columns)).toString('base64'),
    unpacked: async (text: string) => new Uint8Array(Buffer.from(text, 'base64')),
  };
});

const CHANNELS = ['time', 'speed'] as const;
const RATE_HZ = 50;
/** So many samples, one after the other from a sample on. */
const send = (from: number, count: number) =>
  takeRows(
    CHANNELS,
    Array.from({ length: count }, (_, i) => [(from + i) / RATE_HZ, 900 + ((from + i) % 100)]),
  );
const order = { calibrationId: 'ventisca', calibration: 'Ventisca', plan: USUAL_PLAN };
const kept = async () => (await logStore.list('ventisca')).reverse();

beforeEach(async () => {
  useEcu.setState({ phase: 'live', channels: CHANNELS, running: {} });
  for (const { id } of await logStore.list()) await logStore.remove(id);
});

test('what is recorded is kept sample by sample, with its marks', async () => {
  startRecording(order);
  send(0, 250);
  expect(markNow('hole')).toBe(0);
  send(250, 30);
  const id = await stopRecording();
  const read = await logStore.read(id ?? '');
  expect(read?.entry).toMatchObject({
    samples: 280,
    ended: 'stopped',
    marks: [{ atS: 249 / RATE_HZ, note: 'hole' }],
  });
  expect(read?.log.columns.speed?.[279]).toBe(979);
  expect(useRecording.getState()).toMatchObject({ asked: false, entry: null });
  // Nobody records any more.
  send(280, 200);
  expect(await kept()).toHaveLength(1);
});

test('a day is logs of an hour: one is whole, the next goes on with the next sample, and nothing is lost', async () => {
  startRecording(order);
  for (let at = 0; at < MOST_SAMPLES + 1000; at += 2000) send(at, 2000);
  const id = await stopRecording();
  await waitFor(
    async () => expect((await kept()).map(({ ended }) => ended)).toEqual(['stopped', 'stopped']),
    {
      timeout: 60_000,
      interval: 200,
    },
  );
  const [first, next] = (await kept()).sort((a, b) => (a.firstS ?? 0) - (b.firstS ?? 0));
  expect([first?.samples, next?.samples, next?.id]).toEqual([MOST_SAMPLES, 2000, id]);
  expect(next?.firstS).toBeCloseTo(MOST_SAMPLES / RATE_HZ, 6);
  expect(first?.firstS).toBe(0);
  expect((first?.forS ?? 0) + 1 / RATE_HZ).toBeCloseTo(MOST_SAMPLES / RATE_HZ, 6);
}, 90_000);

test('stopped with the very sample that filled a log, that one is told', async () => {
  startRecording(order);
  for (let at = 0; at < MOST_SAMPLES; at += 2000) send(at, 2000);
  const id = await stopRecording();
  expect(await kept()).toMatchObject([{ id, samples: MOST_SAMPLES, ended: 'stopped' }]);
}, 90_000);

test('a lost link ends it, and what came until then is kept', async () => {
  startRecording(order);
  send(0, 130);
  await act(async () => useEcu.setState({ phase: 'lost' }));
  await waitFor(async () => expect(await kept()).toMatchObject([{ samples: 130, ended: 'lost' }]));
  expect(useRecording.getState().asked).toBe(false);
});
