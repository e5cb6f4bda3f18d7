import { BOX_CODES, documentBox } from '@tests/support/documentBox';
import { demo } from '@tests/support/ventisca';
import { sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import type { Transport } from '@/link';
import { connectEcu, disconnectEcu, useEcu } from './ecuSession';
import { lookAgainWhenLost } from './lookAgain';

const document = demo();
const ve = document.maps.ve as MapData;

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask'] });
});
afterEach(() => {
  disconnectEcu();
  jest.useRealTimers();
});

const passed = (ms: number) => jest.advanceTimersByTimeAsync(ms);
/** An end at which nobody answers. */
const silent = (): Transport => ({
  onBytes: null,
  onClosed: null,
  send: () => undefined,
  close: () => undefined,
});

/** Connected to one that has run something that is not stored, its way in hand. */
async function lost(ways: (() => Transport | null)[], codes = BOX_CODES) {
  const made = documentBox(document);
  const values = ve.values.map((value, i) => (i === 3 ? value + 1 : value));
  made.box.write(
    'maps.ve',
    [{ index: 3, value: values[3] as number }],
    sectionSum('maps.ve', { ...ve, values }),
  );
  const first = made.connect();
  const joined = connectEcu(first, 'ventisca', BOX_CODES);
  await passed(100);
  await joined;
  let tries = 0;
  let found = 0;
  lookAgainWhenLost({
    open: () => {
      const way = ways[Math.min(tries, ways.length - 1)];
      tries += 1;
      return Promise.resolve(way?.() ?? null);
    },
    codes,
    onFound: () => (found += 1),
  });
  expect(useEcu.getState()).toMatchObject({ phase: 'live', gone: null, looking: false });
  first.close();
  await passed(10);
  return { made, tries: () => tries, found: () => found };
}

test('it stays lost while nobody is there, and is live again once somebody is, all as it was', async () => {
  const ways: (() => Transport | null)[] = [() => null, silent];
  const at = await lost(ways);
  expect(useEcu.getState()).toMatchObject({ phase: 'lost', looking: true, notStored: ['maps.ve'] });
  await passed(1600);
  expect(at.tries()).toBe(1);
  await passed(6000);
  expect(at.tries()).toBeGreaterThan(1);
  // What was lost is still said, and nothing else.
  expect(useEcu.getState()).toMatchObject({
    phase: 'lost',
    looking: true,
    notStored: ['maps.ve'],
    failure: null,
  });
  ways.push(at.made.connect);
  await passed(6500);
  expect(useEcu.getState()).toMatchObject({
    phase: 'live',
    looking: false,
    gone: [],
    notStored: [],
    unlocked: true,
    editsAtOnce: false,
    failure: null,
  });
  expect(at.found()).toBe(1);
  const tries = at.tries();
  await passed(10_000);
  expect(at.tries()).toBe(tries);
});

test('what ran and was not stored is said to be gone where it woke anew', async () => {
  const ways: (() => Transport | null)[] = [() => null];
  const at = await lost(ways);
  at.made.box.boot();
  ways[0] = at.made.connect;
  await passed(3000);
  expect(useEcu.getState()).toMatchObject({ phase: 'live', gone: ['maps.ve'] });
});

test('it is found every time it is lost', async () => {
  const at = await lost([() => way()]);
  let last: Transport | null = null;
  function way() {
    last = at.made.connect();
    return last;
  }
  for (let i = 1; i <= 3; i += 1) {
    await passed(2000);
    expect(useEcu.getState().phase).toBe('live');
    expect(at.found()).toBe(i);
    (last as Transport | null)?.close();
    await passed(10);
    expect(useEcu.getState()).toMatchObject({ phase: 'lost', looking: true });
  }
});

test('whoever does not let us in is asked once, and what it says is told', async () => {
  const at = await lost([() => documentBox(document).connect()], { pairing: 'OTHER', lock: 'ready' });
  await passed(20_000);
  expect(at.tries()).toBe(1);
  expect(useEcu.getState()).toMatchObject({
    phase: 'lost',
    looking: false,
    failure: { reason: 'notPaired' },
  });
});

test('disconnected, or connected otherwise, it is not looked for any more, not even by a try under way', async () => {
  const at = await lost([silent]);
  await passed(1600);
  expect(at.tries()).toBe(1);
  disconnectEcu();
  await passed(20_000);
  expect(at.tries()).toBe(1);
  expect(useEcu.getState()).toMatchObject({ phase: 'none', looking: false, failure: null });

  const other = await lost([silent]);
  await passed(1600);
  const joined = connectEcu(other.made.connect(), 'pardela', BOX_CODES);
  await passed(100);
  await joined;
  await passed(20_000);
  expect(useEcu.getState()).toMatchObject({ phase: 'live', calibrationId: 'pardela', gone: null });
  expect(other.found()).toBe(0);
});

test('a way that cannot be opened is one that is not there', async () => {
  let tries = 0;
  const made = documentBox(document);
  const first = made.connect();
  const joined = connectEcu(first, 'ventisca', BOX_CODES);
  await passed(100);
  await joined;
  lookAgainWhenLost({
    open: () => {
      tries += 1;
      return tries < 3 ? Promise.reject(new Error('Nobody')) : Promise.resolve(made.connect());
    },
    codes: BOX_CODES,
    onFound: () => undefined,
  });
  first.close();
  await passed(5000);
  expect(tries).toBe(3);
  expect(useEcu.getState()).toMatchObject({ phase: 'live', gone: [] });
});
