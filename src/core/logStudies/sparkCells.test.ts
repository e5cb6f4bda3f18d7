import { gridOf } from '../numeric';
import { type SparkFound, sparkCells, type SparkMap } from './index';

const X = [2000, 3000, 4000, 5000];
const Y = [60, 100, 140];
const VALUES = X.flatMap(() => Y).map(() => 20);
const MAP: SparkMap = { grid: gridOf({ x: X, y: Y, values: VALUES }), by: 'manifoldPressure' };
const LIMITS = { min: -10, max: 45, decimals: 1 };
const FOUND: SparkFound = {
  speedRpm: 4000,
  manifoldKpa: 100,
  throttlePercent: 140,
  gear: 3,
  pulls: 5,
  fromDeg: 14,
  toDeg: 30,
  leastDeg: 22,
  torque: null,
  standardErrorDeg: 0.5,
  unsure: null,
  knocksFromDeg: null,
  adviseDeg: 22,
};
const moved = (found: readonly SparkFound[], map = MAP, values = VALUES) =>
  new Map(sparkCells(values, map, found, LIMITS).map(({ index, value }) => [index, value]));
const AT = 2 + 4;

test('a cell goes to what is advised for it; those that nothing was found of stay', () => {
  const cells = moved([FOUND]);
  expect(cells.get(AT)).toBeCloseTo(22, 0);
  expect(cells.has(0)).toBe(false);
  expect(moved([{ ...FOUND, adviseDeg: 15 }]).get(AT)).toBeCloseTo(15, 0);
});

test('it is raised by three degrees at once, and lowered as far as it must', () => {
  expect(moved([{ ...FOUND, adviseDeg: 29 }]).get(AT)).toBe(23);
  expect(moved([{ ...FOUND, adviseDeg: 8 }]).get(AT)).toBeLessThan(9.5);
});

test('no cell about a knock stands nearer to it than what is advised, in whatever place', () => {
  const knocks = { ...FOUND, speedRpm: 3500, manifoldKpa: 120, adviseDeg: 18, knocksFromDeg: 20 };
  const high = VALUES.map(() => 26);
  const grid = gridOf({ x: X, y: Y, values: high });
  const cells = moved([knocks, { ...FOUND, adviseDeg: 26.5 }], { ...MAP, grid }, high);
  for (const index of [5, 6, 9, 10]) expect(cells.get(index)).toBeLessThanOrEqual(18);
});

test('what is right, and what is not told, moves nothing', () => {
  expect(moved([{ ...FOUND, adviseDeg: 20.2 }]).size).toBe(0);
  expect(moved([{ ...FOUND, adviseDeg: null, leastDeg: null, unsure: 'rises' }]).size).toBe(0);
  expect(moved([]).size).toBe(0);
});

test('a map by throttle goes by the throttle, within the map’s limits', () => {
  const cells = moved([FOUND], { ...MAP, by: 'throttle' });
  expect(cells.get(2 + 8)).toBeCloseTo(22, 0);
  expect(cells.has(AT)).toBe(false);
  expect(sparkCells(VALUES, MAP, [FOUND], { ...LIMITS, max: 21 })[0]?.value).toBe(21);
});
