import { BOX_CODES, documentBox } from '@tests/support/documentBox';
import { demo } from '@tests/support/ventisca';
import { sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import { edit, editCells, openSession, redo, undo, useSession } from '../session/session';
import { connectEcu, disconnectEcu, lockEcu, storeInEcu, useEcu } from './ecuSession';
import { dropUnstored, followEdits, stopFollowingEdits } from './liveEdits';
import { unstoredMaps } from './unstored';

const document = demo();
const ve = document.maps.ve as MapData;
const set = (index: number, value: number) => {
  const now = useSession.getState().history?.document.maps.ve as MapData;
  editCells(`Set ${value}`, 've', { ...now, values: now.values.map((is, i) => (i === index ? value : is)) });
};
const settled = () => new Promise((resolve) => setTimeout(resolve, 30));

async function connected() {
  openSession('ventisca', 1, document);
  const made = documentBox(document);
  const writes: [cells: number, values: number[]][] = [];
  const { write } = made.memory;
  Object.assign(made.memory, {
    write: (...given: Parameters<typeof write>) => {
      writes.push([given[1].length, given[1].map(({ value }) => value)]);
      return write(...given);
    },
  });
  await connectEcu(made.connect(), 'ventisca', BOX_CODES);
  const runs = () => (made.box.section('running', 'maps.ve') as MapData).values;
  return { ...made, writes, runs };
}

afterEach(() => {
  stopFollowingEdits();
  disconnectEcu();
});

test('an edit stays on the screen until edits follow; then each is written at once, as are undo and redo', async () => {
  const { writes, runs } = await connected();
  set(3, 50);
  await settled();
  expect(writes).toEqual([]);
  followEdits();
  await settled();
  // What was edited before goes with it.
  expect(writes).toEqual([[1, [50]]]);
  set(4, 51);
  await settled();
  expect(runs().slice(3, 5)).toEqual([50, 51]);
  undo();
  await settled();
  expect(runs().slice(3, 5)).toEqual([50, ve.values[4]]);
  redo();
  await settled();
  expect(runs()[4]).toBe(51);
  expect(writes).toHaveLength(4);
  stopFollowingEdits();
  set(5, 52);
  await settled();
  expect(writes).toHaveLength(4);
});

test('what is edited while one is on its way becomes one, and the last counts', async () => {
  const { writes, runs } = await connected();
  followEdits();
  for (let i = 0; i < 40; i += 1) set(3, 50 + i / 10);
  await settled();
  expect(runs()[3]).toBe(53.9);
  expect(writes.length).toBeLessThan(5);
  // In order: no value comes after a later one.
  const values = writes.flatMap(([, of]) => of);
  expect(values).toEqual([...values].sort((a, b) => a - b));
});

test('while something else differs no cell is written, and they follow once it does not', async () => {
  const { writes, runs } = await connected();
  followEdits();
  edit('Another flow', (draft) => {
    if (draft.injectors.ratedFlow !== null) draft.injectors.ratedFlow.amount += 1;
  });
  set(3, 50);
  await settled();
  expect(writes).toEqual([]);
  edit('Back', (draft) => {
    if (draft.injectors.ratedFlow !== null) draft.injectors.ratedFlow.amount -= 1;
  });
  await settled();
  expect(runs()[3]).toBe(50);
});

test('one that is refused ends it, and says why; nothing is lost on the screen', async () => {
  const { box } = await connected();
  followEdits();
  // Somebody else has written meanwhile.
  const values = ve.values.map((value, i) => (i === 0 ? 40 : value));
  box.write('maps.ve', [{ index: 0, value: 40 }], sectionSum('maps.ve', { ...ve, values }));
  set(3, 50);
  await settled();
  expect(useEcu.getState()).toMatchObject({
    editsAtOnce: false,
    failure: { reason: 'otherSum' },
    phase: 'live',
  });
  expect(useSession.getState().history?.document.maps.ve?.values[3]).toBe(50);
});

test('locked, or another document open, nothing is written', async () => {
  const { writes } = await connected();
  followEdits();
  openSession('pardela', 1, document);
  set(3, 50);
  await settled();
  openSession('ventisca', 1, document);
  await lockEcu();
  set(3, 51);
  await settled();
  expect(writes).toEqual([]);
  expect(useEcu.getState().editsAtOnce).toBe(false);
});

test.each([true, false])(
  'what is not stored goes back to what is, edits following or not: %s',
  async (follow) => {
    const { runs } = await connected();
    followEdits();
    set(3, 50);
    await settled();
    expect(await storeInEcu()).toBe(true);
    set(3, 51);
    set(7, 52);
    await settled();
    if (!follow) stopFollowingEdits();
    expect(unstoredMaps().map(({ id }) => id)).toEqual(['ve']);
    await dropUnstored('Back', ['spark']);
    expect(runs()[3]).toBe(51);
    await dropUnstored('Back', null);
    await settled();
    expect([runs()[3], runs()[7]]).toEqual([50, ve.values[7]]);
    expect(useSession.getState().history?.document.maps.ve?.values[3]).toBe(50);
    expect(unstoredMaps()).toEqual([]);
    // One step back, and it is there again.
    undo();
    expect(useSession.getState().history?.document.maps.ve?.values[3]).toBe(51);
  },
);
