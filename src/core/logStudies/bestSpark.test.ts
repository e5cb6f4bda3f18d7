import { chance } from '@tests/support/chance';
import fc from 'fast-check';
import { bestSpark } from './bestSpark';

/** Runs of an engine with the most at `best`, that lose so much for each degree squared off it. */
const runs = (degs: readonly number[], best: number, loss = 0.0006, scatter: () => number = () => 0) =>
  degs.map((sparkDeg) => ({ sparkDeg, measure: 240 * (1 - loss * (sparkDeg - best) ** 2 + scatter()) }));

// √(0.003/0.0006) = 2.236° short of 26.
test('the least spark lies 2.2° short of the most torque', () => {
  const found = bestSpark(runs([16, 20, 24, 28], 26));
  expect(found?.leastDeg).toBeCloseTo(26 - 2.236, 1);
  expect(found?.rises).toBe(false);
  expect(found?.standardErrorDeg).toBeLessThan(1.5);
});

test('in any measure, whatever level and unit it has', () => {
  const points = runs([16, 20, 24, 28], 26);
  const found = bestSpark(points.map(({ sparkDeg, measure }) => ({ sparkDeg, measure: measure / 7000 })));
  expect(found?.leastDeg).toBeCloseTo(bestSpark(points)?.leastDeg ?? NaN, 9);
});

test('two runs say nothing, three do', () => {
  expect(bestSpark(runs([16, 24], 22))).toBeNull();
  expect(bestSpark(runs([16, 20, 24], 22))).not.toBeNull();
});

test('where it still rises at the most advance, the most lies beyond and is not told', () => {
  expect(bestSpark(runs([8, 12, 16, 18], 28))?.rises).toBe(true);
  expect(bestSpark(runs([8, 14, 20, 25], 26))?.rises).toBe(false);
  // More and more with every degree is no hump at all.
  const steeper = [10, 15, 20, 25].map((sparkDeg) => ({
    sparkDeg,
    measure: 100 + 0.4 * (sparkDeg - 5) ** 2,
  }));
  expect(bestSpark(steeper)?.rises).toBe(true);
  expect(bestSpark(steeper)?.standardErrorDeg).toBe(Infinity);
});

test('runs that scatter are less sure, and what is usual keeps them from far away', () => {
  const next = chance(4);
  const quiet = bestSpark(runs([14, 18, 22, 26, 30], 24));
  const loud = bestSpark(runs([14, 18, 22, 26, 30], 24, 0.0006, () => 0.03 * (next() - 0.5)));
  expect(loud?.standardErrorDeg).toBeGreaterThan(1.3 * (quiet?.standardErrorDeg ?? Infinity));
});

test('comes within what it says of itself, whatever was planted', () => {
  const next = chance(9);
  const bell = () => next() + next() + next() - 1.5;
  let outside = 0;
  fc.assert(
    fc.property(
      fc.double({ min: 14, max: 32, noNaN: true }),
      fc.double({ min: 0.0004, max: 0.0009, noNaN: true }),
      (best, loss) => {
        const degs = [-10, -6, -2, 2, 6].map((off) => best + off + 2 * (next() - 0.5));
        const found = bestSpark(runs(degs, best, loss, () => 0.008 * bell()));
        if (found === null) return;
        if (Math.abs(found.leastDeg - (best - 2.236)) > 2 * found.standardErrorDeg) outside += 1;
        expect(Math.abs(found.leastDeg - (best - 2.236))).toBeLessThan(4);
      },
    ),
    { numRuns: 100 },
  );
  expect(outside).toBeLessThan(15);
});
