import { KEPT, trendPath, trendWith } from './trend';

test('so many are kept, the oldest goes', () => {
  let trend: readonly number[] = [];
  for (let i = 0; i < KEPT + 5; i += 1) trend = trendWith(trend, i);
  expect(trend).toHaveLength(KEPT);
  expect([trend[0], trend.at(-1)]).toEqual([5, KEPT + 4]);
});

// By hand: three numbers at the right end, each a 199th of 199 px before the next; 20 is the bottom, 40 the top.
test('the newest is at the right, the lowest at the bottom', () => {
  expect(trendPath([20, 40, 30], 199, 10)).toBe('M197.0 10.0L198.0 0.0L199.0 5.0');
  expect(trendPath([20, NaN, 40, 30], 199, 10)).toBe('M196.0 10.0M198.0 0.0L199.0 5.0');
  expect(trendPath([5, 5], 199, 10)).toBe('M198.0 5.0L199.0 5.0');
  expect(trendPath([5], 199, 10)).toBe('');
  expect(trendPath([NaN, NaN], 199, 10)).toBe('');
});
