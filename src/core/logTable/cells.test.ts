import fc from 'fast-check';
import { cellDecimals, cellKind, cellNumber } from './cells';

test.each<readonly [string, '.' | ',', number]>([
  ['12', '.', 12],
  ['-3.5', '.', -3.5],
  ['+.5', '.', 0.5],
  ['5.', '.', 5],
  ['1e3', '.', 1000],
  ['-1.5E-2', '.', -0.015],
  ['2e+1', '.', 20],
  [' 7 ', '.', 7],
  ['1,234', '.', 1234],
  ['-1,234,567.25', '.', -1_234_567.25],
  ["12'345.5", '.', 12_345.5],
  ['1 234', '.', 1234],
  ['1\u00a0234.5', '.', 1234.5],
  ['1\u202f234', '.', 1234],
  ['.55', '.', 0.55],
  ['1e12', '.', 1e12],
  ['12,5', ',', 12.5],
  [',55', ',', 0.55],
  ['1,5e-12', ',', 1.5e-12],
  ['2e+10', ',', 2e10],
  ['123.456,75', ',', 123_456.75],
  ['123,456.75', '.', 123_456.75],
  [',5', ',', 0.5],
  ['5,', ',', 5],
  ['1,5e2', ',', 150],
  ['1.234,5', ',', 1234.5],
  ['+1.234.567', ',', 1_234_567],
  ['1 234,5', ',', 1234.5],
  ['On', '.', 1],
  ['OFF', '.', 0],
  ['true', ',', 1],
  ['False', ',', 0],
  ['yes', '.', 1],
  ['no', '.', 0],
  ['Active', '.', 1],
  ['inactive', '.', 0],
])('“%s” with “%s” is %d', (cell, decimal, value) => {
  expect(cellKind(cell, decimal)).toBe('number');
  expect(cellNumber(cell, decimal)).toBe(value);
});

test.each([
  '',
  ' ',
  '-',
  '--',
  '---',
  'NaN',
  '-nan',
  'N/A',
  'na',
  '#N/A',
  'null',
  'None',
  'Inf',
  '-inf',
  '+inf',
  '?',
  '*',
])('where “%s” stands nothing is known', (cell) => {
  expect(cellKind(cell, '.')).toBe('missing');
  expect(cellNumber(cell, '.')).toBeNaN();
});

test.each<readonly [string, '.' | ',']>([
  ['abc', '.'],
  ['constructor', '.'],
  ['toString', '.'],
  ['12x', '.'],
  ['x12', '.'],
  ['1.2.3', '.'],
  ['1e', '.'],
  ['.', '.'],
  ['e5', '.'],
  ['12,5', '.'],
  ['1234,567', '.'],
  ['1,23', '.'],
  [',123', '.'],
  ['1,234x', '.'],
  ['x1,234', '.'],
  ['12.5', ','],
  ['1234.567', ','],
  ['1.23', ','],
  ['12,5x', ','],
  ['x12,5', ','],
  ['1.234,5x', ','],
])('“%s” with “%s” is text', (cell, decimal) => {
  expect(cellKind(cell, decimal)).toBe('text');
  expect(cellNumber(cell, decimal)).toBeNaN();
});

test('decimals of a cell', () => {
  expect(['.25', 'x.25', 'one'].map((cell) => cellDecimals(cell, '.'))).toEqual([2, 0, 0]);
  expect(
    ['12', '12.', '12.50', ' 1.234 ', '1e3', '1.5E2', 'on', ''].map((cell) => cellDecimals(cell, '.')),
  ).toEqual([0, 0, 2, 3, null, null, 0, 0]);
  expect(['12,5', '12.5'].map((cell) => cellDecimals(cell, ','))).toEqual([1, 0]);
});

test('any number that is written is read again, in either way of writing it', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.nat(6), (value, decimals) => {
      const text = value.toFixed(decimals);
      expect(cellNumber(text, '.')).toBe(Number(text));
      expect(cellNumber(text.replace('.', ','), ',')).toBe(Number(text));
      expect(cellDecimals(text, '.')).toBe(decimals);
    }),
  );
});
