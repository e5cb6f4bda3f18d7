import { chartScales, MARGIN, nearestIndex } from './scales';

const SIZE = { width: 400, height: 200 };

describe('chart scales', () => {
  test('put the ends of x at the ends of the plot and high values above low ones', () => {
    const { x, y } = chartScales([0, 10], [{ id: 'a', label: 'A', values: [5, 25] }], SIZE);
    expect([x(0), x(10)]).toEqual([MARGIN.left, 400 - MARGIN.right]);
    expect(y(25)).toBeLessThan(y(5));
  });

  test('leave missing values out, and open a range for a single value', () => {
    const { y } = chartScales([0, 1, 2], [{ id: 'a', label: 'A', values: [null, 7, null] }], SIZE);
    const [low, high] = y.domain() as [number, number];
    expect(low).toBeLessThan(7);
    expect(high).toBeGreaterThan(7);
  });

  test('a fixed range is kept as it is', () => {
    const { y } = chartScales([0, 1], [{ id: 'a', label: 'A', values: [0.3, 900] }], SIZE, [0, 3]);
    expect(y.domain()).toEqual([0, 3]);
  });

  test('the nearest sample to a place', () => {
    expect(nearestIndex([0, 0.5, 2], 0.4)).toBe(1);
    expect(nearestIndex([], 1)).toBe(-1);
  });
});
