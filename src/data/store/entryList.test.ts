import { memoryStore } from '@tests/support/memoryStore';
import { entryIn, entryList, jsonObject } from './entryList';
import type { CalibrationEntry } from './record';

const entry: CalibrationEntry = {
  id: 'one',
  revision: 3,
  name: 'Ventisca',
  engineLine: '6 cylinders, 2.46 L, supercharger',
  createdAt: '2026-11-23T10:00:00.000Z',
  modifiedAt: '2026-11-24T10:00:00.000Z',
  sizeBytes: 81_234,
  deletedAt: null,
};
const text = (change: object) => JSON.stringify({ ...entry, ...change });

describe('an entry of the list', () => {
  test.each([
    ['as it was written', {}],
    ['in the bin', { deletedAt: '2026-11-24T11:00:00.000Z' }],
    ['seen in the bin', { deletedAt: entry.createdAt, binned: { ageMs: 0, seenAt: entry.modifiedAt } }],
    ['of an engine that is not described', { engineLine: '', sizeBytes: 0, revision: 1 }],
  ])('%s is read back', (_, change) => {
    expect(entryIn('one', text(change))).toEqual({ ...entry, ...change });
  });

  test.each([
    ['missing', null],
    ['empty', ''],
    ['no JSON', '{"id":'],
    ['a list', '[]'],
    ['another’s', text({ id: 'two' })],
    ['of no revision', text({ revision: 0 })],
    ['of half a revision', text({ revision: 1.5 })],
    ['without a name', text({ name: undefined })],
    ['with a number for a name', text({ name: 4 })],
    ['without its engine', text({ engineLine: null })],
    ['never made', text({ createdAt: 'yesterday' })],
    ['never changed', text({ modifiedAt: 5 })],
    ['without a size', text({ sizeBytes: '9' })],
    ['half deleted', text({ deletedAt: 'now' })],
    ['with nothing said of deleting', text({ deletedAt: undefined })],
    ['strangely binned', text({ binned: 7 })],
    ['binned for less than nothing', text({ binned: { ageMs: -1, seenAt: entry.createdAt } })],
    ['binned at no time', text({ binned: { ageMs: 1, seenAt: '' } })],
  ])('that is %s is no entry', (_, stored) => {
    expect(entryIn('one', stored)).toBeNull();
  });

  test('an id without letters belongs to nobody', () => {
    expect(entryIn('', text({ id: '' }))).toBeNull();
  });
});

test('the list has the newest first, and asks for what is damaged to be made anew', async () => {
  const store = memoryStore();
  await store.setMany({
    'calibration/one': 'its document',
    'calibration/two': 'another',
    'calibration/three': 'a third',
    'entry/one': text({}),
    'entry/two': text({ id: 'two', modifiedAt: '2026-11-25T10:00:00.000Z' }),
    'entry/three': 'damaged',
    'entry/four': text({ id: 'four' }),
  });
  const asked: string[] = [];
  const list = await entryList(store, async (id) => {
    asked.push(id);
    return { ...entry, id, modifiedAt: '2026-11-20T10:00:00.000Z' };
  });
  expect(list.map(({ id }) => id)).toEqual(['two', 'one', 'three']);
  expect(asked).toEqual(['three']);
});

test('text that is no object is an empty one', () => {
  for (const none of ['', 'null', '3', '"a"', '{']) expect(jsonObject(none)).toEqual({});
});
