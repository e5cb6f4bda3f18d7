import { gridOf } from '@/core/numeric';
import { demo, programOf } from '@tests/support/ventisca';
import { MAP_DEFINITIONS } from '@/core/program';
import {
  breakpoints,
  CURABLE_IDS,
  curveAt,
  DECIMALS,
  hasCurve,
  LIMITS,
  triedFor,
  withCurveAt,
} from './curves';

const curve = (x: number[], values: number[]) => gridOf({ x, y: [], values });
const program = {
  ...programOf(demo()),
  tables: {
    prime: curve([-20, 80], [1, 0]),
    cranking: curve([-20, 0, 40], [5, 3, 1.5]),
    afterStart: curve([-20, 60], [2, 1]),
  },
};

test('at a point the point is moved, and nothing else', () => {
  const moved = withCurveAt(program, 'cranking', 0, 4.5);
  expect([...(moved.tables.cranking?.values ?? [])]).toEqual([5, 4.5, 1.5]);
  expect([...program.tables.cranking.values]).toEqual([5, 3, 1.5]);
  expect(moved.tables.prime).toBe(program.tables.prime);
});

// Between 0 and 40 °C a quarter of the way: 3 + (1.5 − 3)/4 = 2.625; to 5.25 both points double.
test('between two points both move in the same proportion', () => {
  const moved = withCurveAt(program, 'cranking', 10, 5.25);
  expect([...(moved.tables.cranking?.values ?? [])]).toEqual([5, 6, 3]);
  expect(curveAt(moved, 'cranking', 10)).toBeCloseTo(5.25, 9);
});

test('beyond an end the end is moved; where it says nothing, it says the value', () => {
  expect([...(withCurveAt(program, 'cranking', -35, 6).tables.cranking?.values ?? [])]).toEqual([6, 3, 1.5]);
  expect([...(withCurveAt(program, 'cranking', 90, 2).tables.cranking?.values ?? [])]).toEqual([5, 3, 2]);
  expect([...(withCurveAt(program, 'prime', 80, 0.4).tables.prime?.values ?? [])]).toEqual([1, 0.4]);
});

test('within the limits of the map and with its decimals', () => {
  expect(curveAt(withCurveAt(program, 'afterStart', 60, 0.4), 'afterStart', 60)).toBe(1);
  expect(curveAt(withCurveAt(program, 'afterStart', 60, 12), 'afterStart', 60)).toBe(8);
  expect(curveAt(withCurveAt(program, 'afterStart', 60, 1.23456), 'afterStart', 60)).toBe(1.23);
});

test('breakpoints of all curves within the range, each once, the warmest first', () => {
  expect(breakpoints(program, -30, 60)).toEqual([60, 40, 0, -20]);
  expect(breakpoints(program, -10, 90)).toEqual([80, 60, 40, 0]);
});

test.each(CURABLE_IDS)('the limits of %s are those of its map, and all that is tried lies within', (id) => {
  const { min, max, decimals } = MAP_DEFINITIONS[id];
  expect(LIMITS[id]).toEqual([min, max]);
  expect(DECIMALS).toBe(decimals);
  for (const value of triedFor(id)) {
    expect(value).toBeGreaterThanOrEqual(min);
    expect(value).toBeLessThanOrEqual(max);
  }
});

test('a curve that is not there is told, and cannot be moved', () => {
  expect(CURABLE_IDS.filter((id) => hasCurve(program, id))).toEqual(['prime', 'cranking', 'afterStart']);
  expect(() => withCurveAt(program, 'warmUp', 0, 1.2)).toThrow('There is no warmUp');
});

test.each(CURABLE_IDS)('what is tried of %s rises, in steps narrower than a band', (id) => {
  const tried = triedFor(id);
  tried.forEach((value, i) => {
    if (i === 0) return;
    const before = tried[i - 1] as number;
    expect(value).toBeGreaterThan(before);
    if (before > 0) expect(value / before).toBeLessThan(1.45);
  });
});
