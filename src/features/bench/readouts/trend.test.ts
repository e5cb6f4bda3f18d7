import { addToTrend, emptyTrend, KEPT, traceTrend } from './trend';

/** What is drawn of these numbers: "M" moves there, "L" draws a line to it. */
function drawn(values: readonly number[], width = KEPT - 1, height = 10): string {
  const trend = emptyTrend();
  for (const value of values) addToTrend(trend, value);
  let path = '';
  traceTrend(trend, width, height, {
    moveTo: (x, y) => void (path += `M${x.toFixed(1)} ${y.toFixed(1)}`),
    lineTo: (x, y) => void (path += `L${x.toFixed(1)} ${y.toFixed(1)}`),
  });
  return path;
}

// By hand: three numbers at the right end, each a 199th of 199 px before the next; 20 is the bottom, 40 the top.
test('the newest is at the right, the lowest at the bottom', () => {
  expect(drawn([20, 40, 30])).toBe('M197.0 10.0L198.0 0.0L199.0 5.0');
  expect(drawn([20, NaN, 40, 30])).toBe('M196.0 10.0M198.0 0.0L199.0 5.0');
  expect(drawn([5, 5])).toBe('M198.0 5.0L199.0 5.0');
  expect(drawn([5])).toBe('');
  expect(drawn([NaN, NaN])).toBe('');
});

test('so many are kept, the oldest goes', () => {
  const full = Array.from({ length: KEPT }, (_, i) => Math.sin(i) * i);
  expect(drawn([1e6, -1e6, ...full])).toBe(drawn(full));
  expect(drawn([...full, ...full, ...full])).toBe(drawn(full));
  expect(drawn(full).match(/[ML]/g)).toHaveLength(KEPT);
  expect(drawn(full)).toMatch(/^M0\.0 /);
});

test('it fills the room that it is given', () => {
  expect(drawn([20, 40, 30], 398, 20)).toBe('M394.0 20.0L396.0 0.0L398.0 10.0');
});
