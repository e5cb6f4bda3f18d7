import type { FieldStart } from '@/workers/startField';
import { changeOfField, fieldLegend, fieldMark } from './fieldWords';

const CODES: readonly FieldStart['code'][] = [
  'caught',
  'runsOff',
  'unsettled',
  'cranksLean',
  'floods',
  'stalls',
  'noSpark',
  'weak',
  'starved',
  'goesOut',
  'doesNotTurn',
];
const start = (code: FieldStart['code'], good = code === 'caught', unsure = false): FieldStart => ({
  coolantC: 0,
  batteryV: 12,
  code,
  headline: '',
  mapId: null,
  good,
  unsure,
});

test('every way to end has a sign and words of its own', () => {
  const marks = CODES.map((code) => fieldMark(start(code)));
  marks.push(fieldMark(start('caught', false, true)), fieldMark(start('caught', false)));
  expect(new Set(marks.map(({ icon }) => icon)).size).toBe(marks.length);
  expect(new Set(marks.map(({ word }) => word)).size).toBe(marks.length);
});

test('only what is good is marked so', () => {
  expect(fieldMark(start('caught')).tone).toBe('good');
  expect(fieldMark(start('caught', false, true)).tone).toBe('warning');
  expect(fieldMark(start('caught', false)).word).toMatch(/hardware/);
  for (const code of CODES.slice(1)) expect(fieldMark(start(code)).tone).not.toBe('good');
});

test('the legend counts what is there, the most frequent first', () => {
  const legend = fieldLegend([start('stalls'), start('caught'), start('caught'), start('floods')]);
  expect(legend.map(({ mark, count }) => [mark.word, count])).toEqual([
    ['Catches and settles', 2],
    ['Fires and stalls', 1],
    ['Floods', 1],
  ]);
  expect(fieldLegend([])).toEqual([]);
});

test('what became of a field is said', () => {
  expect(changeOfField({ better: 0, worse: 0 })).toMatch(/^No start ends otherwise/);
  expect(changeOfField({ better: 1, worse: 0 })).toBe('Since the field before: 1 start turned good.');
  expect(changeOfField({ better: 4, worse: 1 })).toBe(
    'Since the field before: 4 starts turned good, 1 is not good any more.',
  );
  expect(changeOfField({ better: 0, worse: 3 })).toBe('Since the field before: 3 are not good any more.');
});
