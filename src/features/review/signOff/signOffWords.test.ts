import type { SignOffState } from '@/core/checks';
import {
  changeWords,
  coverWords,
  dayWords,
  guessWords,
  hindrances,
  signedWords,
  standWords,
} from './signOffWords';

const signOff = {
  name: 'Inés Quiroga',
  date: '2026-11-26',
  note: '',
  covered: [],
  accepted: [],
  guesses: [],
};
const change = { place: 'injectors.ratedFlow', before: '610', now: '700' } as const;
const finding = { id: 'injectors.duty', severity: 'warns', place: 'injectors.ratedFlow', data: {} } as const;

test('what is covered is counted by what it is', () => {
  const covered = ['engine.bore', 'engine.stroke', 'maps.ve', 'pins.map', 'pins.air', 'outputs.pump'];
  expect(coverWords(covered.map((place) => ({ place })))).toBe('2 values, 1 map, 2 pins, 1 output');
});

test('a day and a signature are written out', () => {
  expect(dayWords('2026-03-05')).toBe('5 March 2026');
  expect(signedWords(signOff)).toBe('Signed by Inés Quiroga, 26 November 2026');
});

test.each([
  [change, '610 when signed, now 700'],
  [{ ...change, now: '610' }, 'Not as it was when signed (610)'],
  [{ ...change, now: null }, '610 when signed, not there now'],
  [{ ...change, before: null }, '700, not there when signed'],
])('%j: %s', (changed, words) => {
  expect(changeWords(changed)).toBe(words);
});

test('guesses are named', () => {
  expect(guessWords(['Rated flow'])).toBe('Nobody has vouched for rated flow: signed as a guess.');
  expect(guessWords(['Bore', 'Stroke'])).toBe('Nobody has vouched for bore, stroke: signed as guesses.');
});

test('what it is worth today', () => {
  const words = (state: SignOffState, ready = true) => standWords(state, { ready });
  expect(words({ kind: 'none' })).toBe('Nobody has signed yet');
  expect(words({ kind: 'none' }, false)).toMatch(/^Waits/);
  expect(words({ kind: 'holds', signOff })).toMatch(/nothing has changed since$/);
  expect(words({ kind: 'outdated', signOff, changes: [change], found: [finding] })).toBe(
    'Out of date: 1 change, 1 found since 26 November 2026',
  );
  expect(words({ kind: 'outdated', signOff, changes: [change, change], found: [] })).toBe(
    'Out of date: 2 changes since 26 November 2026',
  );
});

test('what must be done before', () => {
  const nothing = { empty: 0, inTheWay: [], toDecide: [] };
  expect(hindrances(nothing, 0)).toEqual([]);
  expect(hindrances({ empty: 2, inTheWay: [finding], toDecide: [finding, finding] }, 1)).toEqual([
    '2 still empty',
    'a field whose text is not a value',
    '1 in the way',
    '2 to cure, or to accept with a reason',
  ]);
  expect(hindrances(nothing, 2)).toEqual(['2 fields whose text is not a value']);
});
