import type { LearnedFold } from '@/core/learnedFold';
import { foldWords } from './foldWords';

const FOLD = {
  by: 'cells',
  factor: null,
  moved: 40,
  again: 9,
  rough: { before: 0.0132, after: 0.0141 },
} as LearnedFold;

test('what has a shape is looked at, with how rough the map was and becomes', () => {
  const { warning, facts, open } = foldWords(FOLD);
  expect(warning).toBeNull();
  expect(facts[0]).toMatch(/^40 cells would move/);
  expect(facts[1]).toMatch(/1\.3 % now, 1\.4 % then/);
  expect(open).toBe('Look at what would be put in');
  expect(foldWords({ ...FOLD, moved: 1, again: 0 }).facts[0]).toMatch(/^1 cell would/);
});

test('from a quarter of its cells on folding again is warned of', () => {
  expect(foldWords({ ...FOLD, again: 10 }).warning).toMatch(/^10 of 40 cells hold what was learned before/);
});

test('one factor is refused cell by cell, and offered as one move', () => {
  const richer = foldWords({ ...FOLD, by: 'factor', factor: { change: Math.log(1.1), spread: 0.006 } });
  expect(richer.warning).toMatch(
    /^Cell by cell it is refused: all that was learned is \+10\.0 %, within 0\.6 %/,
  );
  expect(richer.open).toBe('Move the whole map by +10.0 %');
  const leaner = foldWords({ ...FOLD, by: 'factor', factor: { change: Math.log(0.95), spread: 0.006 } });
  expect(leaner.open).toBe('Move the whole map by −5.0 %');
});
