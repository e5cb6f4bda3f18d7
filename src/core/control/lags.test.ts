import { copiedLags, lagShares, lagsAt, stepLags } from './lags';

const shares = (deadS: number, lagS: number, stepS = 0.001) => {
  const out = { dead: 0, lag: 0 };
  lagShares(out, deadS, lagS, stepS);
  return out;
};
const STEP_S = 0.001;

test('a step comes on the whole as late as dead time and lag together', () => {
  const lags = lagsAt(0);
  let missing = 0;
  for (let i = 0; i < 5000; i += 1) {
    stepLags(lags, 1, shares(0.3, 0.1));
    missing += (1 - lags.three) * STEP_S;
  }
  expect(lags.three).toBeCloseTo(1, 4);
  expect(missing).toBeCloseTo(0.4, 2);
});

test('hardly anything arrives in the first quarter of the dead time', () => {
  const lags = lagsAt(1);
  for (let i = 0; i < 75; i += 1) stepLags(lags, 2, shares(0.3, 0.1));
  expect(lags.three - 1).toBeLessThan(0.03);
});

test('rests where it is fed what it shows, and a copy goes its own way', () => {
  const lags = lagsAt(0.7);
  const copy = copiedLags(lags);
  stepLags(copy, 5, shares(0.1, 0.1, 0.02));
  stepLags(lags, 0.7, shares(0.1, 0.1, 0.02));
  expect(lags).toEqual({ one: 0.7, two: 0.7, three: 0.7 });
  expect(copy.three).toBeGreaterThan(0.7);
});
