import { exportWords } from './exportWords';

const at = '2026-11-20T08:00:00.000Z';

test('a few changes are no matter, many since the last file are', () => {
  expect(exportWords({ revision: 49 })).toBeNull();
  expect(exportWords({ revision: 50 })).toBe('50 changes, and no file of it yet: export one');
  expect(exportWords({ revision: 149, exported: { revision: 100, at } })).toBeNull();
  expect(exportWords({ revision: 150, exported: { revision: 100, at } })).toBe(
    '50 changes since its file of 2026-11-20: export it again',
  );
});
