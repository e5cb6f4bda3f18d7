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

test.each([
  ['manifoldPressure', { manifoldKpa: 120, throttlePercent: 20 }],
  ['throttle', { manifoldKpa: 20, throttlePercent: 120 }],
] as const)(
  'by %s: a knock of which nothing is advised holds the four cells about it two degrees under itself',
  (by, load) => {
    const knocks: SparkFound = { ...FOUND, ...load, speedRpm: 3500, knocksFromDeg: 22, adviseDeg: null };
    const told = X.flatMap((speedRpm) =>
      Y.map((at): SparkFound => ({
        ...FOUND,
        speedRpm,
        manifoldKpa: at,
        throttlePercent: at,
        adviseDeg: 29,
      })),
    );
    const cells = moved([...told, knocks], { ...MAP, by });
    const about = [5, 6, 9, 10];
    for (let index = 0; index < VALUES.length; index += 1)
      expect([index, cells.get(index)]).toEqual([index, about.includes(index) ? undefined : 23]);
  },
);

test('of a knock, and of what is advised there, the lower holds', () => {
  const high = VALUES.map(() => 30);
  const grid = gridOf({ x: X, y: Y, values: high });
  const at = (adviseDeg: number, knocksFromDeg: number) =>
    moved([{ ...FOUND, adviseDeg, knocksFromDeg }], { ...MAP, grid }, high).get(AT);
  expect(at(18, 26)).toBeLessThanOrEqual(18);
  expect(at(25, 22)).toBe(20);
});

test('two that are told alike have the same say, and one that claims to be told better has no more', () => {
  const two = (one: number, other: number) =>
    moved([
      { ...FOUND, adviseDeg: 20, standardErrorDeg: one },
      { ...FOUND, adviseDeg: 22, standardErrorDeg: other },
    ]).get(AT);
  expect(two(0.5, 0.5)).toBeCloseTo(21, 0);
  expect(two(0.5, 0.01)).toBe(two(0.5, 0.5));
  expect(two(0.5, 5)).toBeUndefined();
});

test('what was found so badly that it says nothing moves nothing', () => {
  expect(moved([{ ...FOUND, standardErrorDeg: 3 }]).size).toBe(0);
  expect(moved([{ ...FOUND, standardErrorDeg: 0.5 }]).size).toBeGreaterThan(0);
});
