import { fittedDelay, measuredStep } from './measured';

/** A first-order answer with a dead time, at steps of 20 ms. */
const answer = (deadS: number, lagS: number) => ({
  stepS: 0.02,
  shares: Array.from({ length: 150 }, (_, i) => 1 - Math.exp(-Math.max(0, i * 0.02 - deadS) / lagS)),
});

test.each([
  [0.1, 0.06],
  [0.36, 0.097],
  [0.2, 0.3],
])('a dead time of %d s and a lag of %d s are found again', (deadS, lagS) => {
  const found = measuredStep(answer(deadS, lagS));
  expect(found?.deadS).toBeCloseTo(deadS, 2);
  expect(found?.lagS).toBeCloseTo(lagS, 2);
});

test('a step that is not shown is none', () => {
  expect(measuredStep({ stepS: 0.02, shares: [0, 0, 0.2, 0.4] })).toBeNull();
});

test('the delay by flow: 90 ms and 1.7 g through three points, the lag on average', () => {
  const at = (flowGPerS: number, lagS: number) => ({ flowGPerS, lagS, deadS: 0.09 + 1.7 / flowGPerS });
  const found = fittedDelay([at(7, 0.09), at(28, 0.1), at(95, 0.11)]);
  expect(found?.fixedS).toBeCloseTo(0.09, 9);
  expect(found?.airG).toBeCloseTo(1.7, 9);
  expect(found?.lagS).toBeCloseTo(0.1, 9);
});

test('at one flow all of it is fixed, and of nothing there is none', () => {
  const one = { flowGPerS: 20, deadS: 0.17, lagS: 0.1 };
  expect(fittedDelay([one, one])).toEqual({ fixedS: 0.17, airG: 0, lagS: 0.1 });
  expect(fittedDelay([])).toBeNull();
});
