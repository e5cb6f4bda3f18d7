import { LEFT_OUT_REASONS, type LogFit } from '@/core/log';
import { cellWords, fitSentences, isRight, leftOutWords, sensorCellWords } from './logWords';
import { REASON_TRACES } from './reasonTraces';

const fit = (change: Partial<LogFit['cells']> = {}, rest: Partial<LogFit> = {}): LogFit => ({
  delays: [{ fixedS: 0.2, airG: 1.6 }],
  bins: [],
  delaysSeen: [],
  leftOutAt: [],
  bySensor: [],
  spentS: new Float64Array(4),
  cells: {
    change: Float64Array.of(0.05, 0.01, 0, 0),
    evidenceS: Float64Array.of(12, 4, 1, 0),
    found: Float64Array.of(0.0583, 0.01, -0.04, NaN),
    driven: Float64Array.of(0, 0.004, 0.5, NaN),
    standardError: Float64Array.of(0.002, 0.004, 0.01, 0.1),
    leftOver: 0.006,
    ...change,
  },
  keptS: 95,
  leftOut: {
    notRunning: 4,
    cold: 130,
    afterStart: 0.2,
    accelerating: 0,
    overrunCut: 22,
    noLambda: 0,
    otherFuel: 0,
    unsteady: 7,
    beyondMap: 0,
  },
  coverage: { crossed: 3, evidenced: 2 },
  factor: null,
  ...rest,
});
const text = (of: LogFit) => fitSentences(of, 0.02).map((sentence) => sentence.text);

test('a log says how many cells are off, on how much, and how lambda is read', () => {
  expect(text(fit())).toEqual([
    '1 of 2 cells with evidence are more than 2 % off, the worst by 5.8 %.',
    '1.6 min of steady running: evidence in 2 of the 3 cells the drive spent time in, 67 %.',
    'Lambda is read 0.20 s (0.40 s at idle) after its injection, later the slower the air flows. What a fit leaves over scatters by 0.6 %.',
  ]);
  expect(fitSentences(fit(), 0.02)[1]?.tone).toBe('warning');
  expect(isRight(fit(), 0.02)).toBe(false);
});

test('a right map is said to be right, of the cells with evidence alone', () => {
  const right = fit({ found: Float64Array.of(0.019, -0.02, 0.5, NaN) });
  expect(text(right)[0]).toBe('Right: every cell with evidence is within 2 % of the target, 2 of them.');
  expect(fitSentences(right, 0.02)[0]?.tone).toBe('good');
  expect(isRight(right, 0.02)).toBe(true);
});

test('what was changed since it was driven is never said to be right, only that it would be', () => {
  const changed = { driven: Float64Array.of(0, -0.006, 0, NaN) };
  const right = fit({ ...changed, found: Float64Array.of(0.019, -0.02, 0.5, NaN) });
  expect(fitSentences(right, 0.02)[0]).toEqual({
    tone: 'plain',
    text: 'By this log the map on the screen would be within 2 % in all 2 cells with evidence. It has not been driven yet.',
  });
  expect(text(fit(changed))[0]).toBe(
    '1 of 2 cells with evidence of the map on the screen, which has not been driven yet, would be more than 2 % off, the worst by 5.8 %.',
  );
});

test('without evidence nothing is said to be right', () => {
  const none = fit({ evidenceS: Float64Array.of(1.9, 1, 0, 0) });
  expect(text(none)).toHaveLength(1);
  expect(text(none)[0]).toMatch(/No cell has 2 s/);
  expect(isRight(none, 0.02)).toBe(false);
});

// e^−0.1 = 0.905: the filling typed must come down to 90.5 %, it is 10.5 % too high over what it should be.
test('one factor is said with its side', () => {
  expect(text(fit({}, { factor: { change: -0.1, spread: 0.012 } }))[1]).toMatch(
    /whole map is 10.5 % too high, within 1.2 %/,
  );
  expect(text(fit({}, { factor: { change: 0.1, spread: 0.012 } }))[1]).toMatch(/whole map is 9.5 % too low/);
});

test('what was left out is counted by reason, the most first', () => {
  expect(leftOutWords(fit())).toEqual([
    '2.2 min coolant below 60 °C, or still in warm-up enrichment',
    '22 s in overrun cut, or just behind it',
    '7 s speed or load not steady',
    '4 s not running, or cranking',
  ]);
});

test('a cell says its error, its evidence and what the fit would do', () => {
  expect(cellWords(fit(), 0)).toBe('6.0 % lean over 12.0 s; the fit moves it by +5.1 ± 0.2 %');
  expect(cellWords(fit(), 2)).toBe(
    '3.9 % rich over 1.0 s, too little to call it right; the fit moves it by +0.0 ± 1.0 %',
  );
  expect(cellWords(fit(), 3)).toBe('not visited');
});

test('what one sensor found in a cell', () => {
  const cells = { sensor: 0, found: Float64Array.of(0.05, -0.02, NaN), evidenceS: Float64Array.of(3, 12, 0) };
  expect(sensorCellWords(cells, 0)).toBe('5.1 % lean over 3.0 s');
  expect(sensorCellWords(cells, 1)).toBe('2.0 % rich over 12.0 s');
  expect(sensorCellWords(cells, 2)).toBe('not read there');
});

test('every reason has traces that show it', () => {
  for (const reason of LEFT_OUT_REASONS) expect(REASON_TRACES[reason].length).toBeGreaterThan(1);
});
