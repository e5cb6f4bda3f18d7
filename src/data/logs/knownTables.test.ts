import { memoryStore } from '@tests/support/memoryStore';
import { knownTable, knowTable } from './knownTables';

const KNOWN = {
  uses: [{ as: 'time', unit: 'ms' }, { as: 'channel', channel: 'speed', unit: 'rev/min' }, { as: 'own' }],
  rateHz: 20,
  barometricKpa: 81,
  stoichiometric: 14.7,
} as const;

test('columns are known again by their names, in whatever order they stand', async () => {
  const store = memoryStore();
  await knowTable(['T', 'RPM', 'X'], KNOWN, store);
  expect(await knownTable(['T', 'RPM', 'X'], store)).toEqual(KNOWN);
  const other = await knownTable(['X', 'T', 'RPM'], store);
  expect(other?.uses).toEqual([KNOWN.uses[2], KNOWN.uses[0], KNOWN.uses[1]]);
});

test('of other columns, or where what was kept cannot be read, nothing is known', async () => {
  const store = memoryStore();
  await knowTable(['T', 'RPM', 'X'], KNOWN, store);
  expect(await knownTable(['T', 'RPM'], store)).toBeNull();
  expect(await knownTable(['T', 'RPM', 'Y'], store)).toBeNull();
  const [key = ''] = store.contents.keys();
  store.contents.set(key, '{"uses":[{"as":"nothing"}]}');
  expect(await knownTable(['T', 'RPM', 'X'], store)).toBeNull();
});
