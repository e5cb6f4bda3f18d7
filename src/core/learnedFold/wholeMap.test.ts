import { chance } from '@tests/support/chance';
import { learnedShare, wholeMapFactor } from './wholeMap';

const RATE = 0.05;
/** Cells that are off by so much, after so long each. */
const cells = (offLn: readonly number[], evidenceS: readonly number[]) =>
  offLn.map((off, i) => {
    const seconds = evidenceS[i % evidenceS.length] ?? 0;
    return { ln: off * learnedShare(seconds, RATE), evidenceS: seconds };
  });

test('two seconds at a rate of 0.05 have learned 0.632', () => {
  expect(learnedShare(2, 0.05)).toBeCloseTo(0.632, 3);
  expect(learnedShare(0, 0.05)).toBe(0);
});

test('cells that are off by the same are one factor, however far each has come', () => {
  const factor = wholeMapFactor(cells([0.1, 0.1, 0.1, 0.1, 0.1, 0.1], [1, 2, 4, 8, 20, 40]), RATE);
  expect(factor?.spread).toBeCloseTo(0, 9);
  // Most of the weight lies in cells that have come all the way.
  expect(factor?.change).toBeGreaterThan(0.097);
  expect(factor?.change).toBeLessThan(0.1);
});

test('six cells have to speak, each with three tenths of its way done', () => {
  const six = [0.1, 0.1, 0.1, 0.1, 0.1, 0.1];
  expect(wholeMapFactor(cells(six.slice(1), [10]), RATE)).toBeNull();
  expect(wholeMapFactor(cells(six, [10]), RATE)).not.toBeNull();
  expect(wholeMapFactor(cells(six, [10, 10, 10, 10, 10, 0.7]), RATE)).toBeNull();
  expect(wholeMapFactor(cells(six, [10, 10, 10, 10, 10, 0.72]), RATE)).not.toBeNull();
});

test('less than 2 % is not worth a move, either way', () => {
  const all = (ln: number) => new Array<number>(8).fill(ln);
  expect(wholeMapFactor(cells(all(0.019), [60]), RATE)).toBeNull();
  expect(wholeMapFactor(cells(all(0.021), [60]), RATE)?.change).toBeCloseTo(0.021, 9);
  expect(wholeMapFactor(cells(all(-0.021), [60]), RATE)?.change).toBeCloseTo(-0.021, 9);
});

test('cells may lie a quarter of it from the factor, or 1.2 %', () => {
  const about = (mean: number, off: number) =>
    wholeMapFactor(
      cells([mean + off, mean - off, mean + off, mean - off, mean + off, mean - off], [60]),
      RATE,
    );
  expect(about(0.1, 0.024)?.spread).toBeCloseTo(0.024, 9);
  expect(about(0.1, 0.026)).toBeNull();
  expect(about(0.03, 0.0119)).not.toBeNull();
  expect(about(0.03, 0.0125)).toBeNull();
});

test('cells that were learned for a second and say something else speak against it', () => {
  const learned = [
    ...cells(new Array<number>(8).fill(0.1), [6]),
    ...cells(new Array<number>(14).fill(-0.01), [1.2]),
  ];
  expect(wholeMapFactor(learned.slice(0, 8), RATE)).not.toBeNull();
  expect(wholeMapFactor(learned, RATE)).toBeNull();
});

test('what was planted comes back, over any evidence', () => {
  const next = chance(7);
  for (let i = 0; i < 50; i += 1) {
    const off = 0.03 + 0.09 * next();
    const made = Array.from({ length: 20 }, () => off * (1 + 0.1 * (next() - 0.5)));
    const seconds = made.map(() => 6 + 30 * next());
    const factor = wholeMapFactor(cells(made, seconds), RATE);
    expect(Math.abs((factor?.change ?? 0) / off - 1)).toBeLessThan(0.05);
  }
});
