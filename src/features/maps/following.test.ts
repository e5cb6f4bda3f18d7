import { followed } from './following';

const SIZE = { columns: 5, rows: 3 };

test('the nearest cell is followed, and kept until the engine has left it for certain', () => {
  expect(followed(null, { column: 1.4, row: 0.6 }, SIZE)).toEqual({ column: 1, row: 1 });
  const before = { column: 1, row: 1 };
  // Past the middle between two cells, and not yet by 0.65 of one.
  expect(followed(before, { column: 1.6, row: 1 }, SIZE)).toBe(before);
  expect(followed(before, { column: 1.66, row: 1 }, SIZE)).toEqual({ column: 2, row: 1 });
  expect(followed(before, { column: 1, row: 0.34 }, SIZE)).toEqual({ column: 1, row: 0 });
});

test('it never leaves the map', () => {
  expect(followed(null, { column: 9, row: -2 }, SIZE)).toEqual({ column: 4, row: 0 });
  expect(followed({ column: 0, row: 0 }, { column: -3, row: 7 }, SIZE)).toEqual({ column: 0, row: 2 });
});
