import type { StartOutcome } from '@/workers/dryStartProtocol';
import { BELIEVABLE } from '@/core/whatIf';
import type { WhatIf } from '@/workers/startSearchClient';
import { decides, deciding, whatIfWords } from './whatIfWords';

const GOOD: StartOutcome = { code: 'caught', good: true, headline: 'Caught after 7 turns and settles' };
const LEAN: StartOutcome = { code: 'cranksLean', good: false, headline: 'Cranks and is too lean' };
const RICH: StartOutcome = { code: 'floods', good: false, headline: 'Floods' };

/** A flow of ± 15 %, tried at nine places: g settles, l is too lean, f floods. */
function flow(ends: string): WhatIf {
  const believable = BELIEVABLE.find(({ path }) => path === 'injectors.ratedFlow');
  if (believable === undefined) throw new Error('no flow');
  return {
    guess: { path: believable.path, label: 'Rated flow', words: '610 cm³/min', believable },
    ends: [...ends].map((end) => (end === 'g' ? GOOD : end === 'l' ? LEAN : RICH)),
  };
}

test('what changes nothing says how far it was tried', () => {
  expect(decides(flow('ggggggggg'))).toBe(false);
  expect(whatIfWords(flow('ggggggggg'))).toBe('It settles all the way from 15 % less to 15 % more.');
  expect(whatIfWords(flow('lllllllll'))).toBe('It does not settle all the way from 15 % less to 15 % more.');
});

test('what decides says from where to where it settles, and how it ends beyond', () => {
  expect(decides(flow('llgggggff'))).toBe(true);
  expect(whatIfWords(flow('llgggggff'))).toBe(
    'It settles while the truth is 7.5 % less to 7.5 % more. Beyond, less: Cranks and is too lean; more: Floods.',
  );
  expect(whatIfWords(flow('llllggggg'))).toBe(
    'It settles while the truth is as typed to 15 % more. Beyond, less: Cranks and is too lean.',
  );
});

test('a start that settles against what the hardware says is told so', () => {
  const whatIf = flow('ggggggggg');
  const ends = whatIf.ends.map((end, i) => (i === 8 ? { ...end, good: false } : end));
  expect(whatIfWords({ ...whatIf, ends })).toMatch(
    /Beyond, more: it settles, but what the hardware says does not/,
  );
});

test('of a start that fails it says with which truth it would settle', () => {
  expect(whatIfWords(flow('llllllggg'))).toBe(
    'As typed it does not settle; if the truth is 7.5 % more to 15 % more it does.',
  );
  expect(whatIfWords(flow('llllllllg'))).toBe(
    'As typed it does not settle; if the truth is 15 % more it does.',
  );
});

test('those that decide come first', () => {
  const [calm, decisive] = [flow('ggggggggg'), flow('ggggggggf')];
  expect(deciding([calm, decisive, calm])).toEqual([decisive, calm, calm]);
});
