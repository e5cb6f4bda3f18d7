import { correctedCells } from './corrected';
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

test('where nothing was found a cell follows the surface as it is, if it is asked to', () => {
  const nothing = fit([0.03, 0, 0], [0.2, 0.2, 0.2], 0.05);
  expect(moved(nothing)).toEqual([]);
  expect(moved(nothing, true)).toEqual([[0, 103, true]]);
});
