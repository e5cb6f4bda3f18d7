import { learnedWords, stepWords, trialWords } from './loopWords';

const TRIAL = {
  timeS: [],
  lambda: [],
  trim: [],
  overshoot: 0.04,
  settledS: 1.81,
  withinOnePercentS: 0.9,
  diverges: false,
};

test('a trial in a sentence, by how it ends', () => {
  expect(trialWords(TRIAL)).toEqual({ tone: 'good', text: '4 % beyond at most, settled after 1.8 s.' });
  expect(trialWords({ ...TRIAL, overshoot: 0.5 })).toMatchObject({ tone: 'warning' });
  expect(trialWords({ ...TRIAL, settledS: null })).toMatchObject({ tone: 'error' });
  expect(trialWords({ ...TRIAL, diverges: true, settledS: null }).text).toMatch(/swings more and more/);
});

test('what a step trial measured, a line a point', () => {
  const at = { speedRpm: 2100, pedalPercent: 12 };
  const steps = [{ at, flowGPerS: 27.99, deadS: 0.1656, lagS: 0.0958 }];
  expect(stepWords({ steps, delay: { fixedS: 0.09, airG: 1.7, lagS: 0.1 } })).toEqual([
    '2100 rev/min, 28.0 g/s: first sign after 166 ms, lag 96 ms.',
  ]);
});

test('what was learned: live or when it was read, how many cells, the largest', () => {
  expect(learnedWords({ ln: [0, 0], evidenceS: [1, 0], readAt: null })).toBe(
    'Live from the engine computer. No cell has two seconds of evidence yet.',
  );
  const one = { ln: [Math.log(0.95), 0.01], evidenceS: [8, 0], readAt: '2026-11-27T10:00:00Z' };
  expect(learnedWords(one)).toBe(
    'As it was read on 2026-11-27. 1 cell has evidence, the largest trim is −5.0 %.',
  );
  expect(learnedWords({ ...one, ln: [0.03, 0], evidenceS: [8, 4] })).toMatch(/2 cells have .* \+3\.0 %/);
});
