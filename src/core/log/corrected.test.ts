import { correctedCells, leftInCells } from './corrected';
import type { FittedCells } from './fit';

const LIMITS = { min: 0, max: 300, decimals: 1 };
const fit = (change: readonly number[], standardError: readonly number[], evidenceS = 9) => ({
  factor: null,
  cells: {
    change: Float64Array.from(change),
    standardError: Float64Array.from(standardError),
    evidenceS: new Float64Array(change.length).fill(evidenceS),
  } as unknown as FittedCells,
});
const moved = (of: ReturnType<typeof fit>, beyond = false) =>
  correctedCells([100, 100, 100], of, { by: 'cells', most: 0.2, beyond }, LIMITS).map(
    ({ index, value, isBeyond }) => [index, value, isBeyond],
  );

// 3 · (1 − 1/9) = 2.667 %; e^0.02667 = 1.0270. Three times further beyond its error it is 2.963 %.
test('a cell moves by what of its change is more than its error', () => {
  expect(moved(fit([0.03, 0.03, 0.01], [0.01, 1 / 300, 0.01]))).toEqual([
    [0, 102.7, false],
    [1, 103, false],
  ]);
  expect(moved(fit([-0.03, 0.04, -0.04], [0.01, 0.05, 0.0001]))).toEqual([
    [0, 97.4, false],
    [2, 96.1, false],
  ]);
});

// Cells with 2 and 6 s are 3 and −1 % off; the first has moved by 2 %: √((2·0.01² + 6·0.01²)/8) = 1 %.
test('what a map still leaves is weighed by evidence, and cells without it do not count', () => {
  const cells = {
    found: Float64Array.of(0.03, -0.01, 0.5),
    evidenceS: Float64Array.of(2, 6, 1.9),
  } as unknown as FittedCells;
  const before = { values: [100, 100, 100] };
  const after = { values: [100 * Math.exp(0.02), 100, 100] };
  expect(leftInCells({ cells }, before, after)).toBeCloseTo(0.01, 12);
  expect(leftInCells({ cells }, before, before)).toBeCloseTo(Math.sqrt((2 * 0.0009 + 6 * 0.0001) / 8), 12);
});

test('a cell that is at its limit, or would round to what it is, is not moved', () => {
  const up = fit([0.03, 0.03, 0.03], [0, 0, 0]);
  const choice = { by: 'cells', most: 0.2, beyond: false } as const;
  expect(correctedCells([300, 100, 0], up, choice, LIMITS).map(({ index }) => index)).toEqual([1]);
  expect(correctedCells([100, 100, 100], up, choice, { ...LIMITS, decimals: -1 })).toEqual([]);
});

test('where nothing was found a cell follows the surface as it is, if it is asked to', () => {
  const nothing = fit([0.03, 0, 0], [0.2, 0.2, 0.2], 0.05);
  expect(moved(nothing)).toEqual([]);
  expect(moved(nothing, true)).toEqual([[0, 103, true]]);
});
