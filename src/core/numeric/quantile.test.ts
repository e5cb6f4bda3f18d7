import { quantile } from './quantile';

test('by hand', () => {
  expect(quantile([3, 1, 2], 0.5)).toBe(2);
  expect(quantile([4, 1, 2, 3], 0.5)).toBe(2.5);
  expect(quantile([10, 20], 0.25)).toBe(12.5);
  expect([quantile([1, 2, 3], 0), quantile([1, 2, 3], 1)]).toEqual([1, 3]);
  expect(quantile([], 0.5)).toBeNaN();
});
