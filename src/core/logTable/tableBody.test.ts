import { split } from '@tests/support/madeTable';
import type { Dialect } from './dialect';
import { TableBody, type TableRead, type TableWants } from './tableBody';

const dialect = (names: readonly string[], more: Partial<Dialect> = {}): Dialect => ({
  separator: ',',
  decimal: '.',
  linesBefore: 1,
  columns: names.map((name) => ({
    name,
    named: true,
    unit: '',
    time: null,
    order: 'dayFirst',
    first: [],
  })),
  ...more,
});
const THREE = dialect(['Time', 'A', 'B']);
const WANTS: TableWants = { time: { column: 0, unitS: 1 }, rateHz: 50, columns: [1, 2] };

/** Reads lines, fed so many bytes at a time; how many of them were no plain numbers is told too. */
function read(
  text: string,
  { as = THREE, wants = WANTS, pieces = 1 << 16 } = {},
): TableRead & { readonly odd: readonly string[] } {
  const odd: string[] = [];
  const body = new TableBody(as, wants, (line) => {
    const cells = new TextDecoder().decode(line);
    odd.push(cells);
    return split(cells, as.separator)[0] ?? [];
  });
  const bytes = new TextEncoder().encode(text);
  for (let at = 0; at < bytes.length; at += pieces) body.feed(bytes.subarray(at, at + pieces));
  return { ...body.end(), odd };
}
/** Rows as time and numbers. */
const rows = ({ timeS, columns }: TableRead) =>
  Array.from(timeS, (at, i) => [at, ...columns.map((column) => column[i])]);
const one = (cell: string, as = THREE) => read(`h\n0${as.separator}${cell}${as.separator}1\n`, { as });

test.each([
  ['12', 12],
  ['-12.5', -12.5],
  ['+12.5', 12.5],
  ['.5', 0.5],
  ['-.5', -0.5],
  ['5.', 5],
  ['0.125', 0.125],
  ['  7 ', 7],
  ['', NaN],
  ['   ', NaN],
  ['123456789012345', 123_456_788_103_168],
  ['0.00000000000001', 1e-14],
  ['-0', -0],
])('“%s” is read byte by byte as %d', (cell, value) => {
  const { columns, odd, texts } = one(cell);
  expect(columns[0]).toEqual(Float32Array.of(value));
  expect(odd).toEqual([]);
  expect(texts).toEqual([0, 0]);
});

test.each([
  ['1234567890123456', 1_234_567_948_140_544, 0],
  ['1.2345678901234567', 1.2345678901234567, 0],
  ['1e3', 1000, 0],
  ['.', NaN, 1],
  ['-', NaN, 0],
  ['- 5', NaN, 1],
  ['5 5', NaN, 1],
  ['1.2.3', NaN, 1],
  ['x', NaN, 1],
  ['5x', NaN, 1],
  ['"5"', 5, 0],
  ['NaN', NaN, 0],
  ['on', 1, 0],
])('“%s” is handed on, and is %d', (cell, value, texts) => {
  const found = one(cell);
  expect(found.columns[0]).toEqual(Float32Array.of(value));
  expect(found.odd).toHaveLength(1);
  expect(found.texts).toEqual([texts, 0]);
});

test('a decimal comma between semicolons, and a separator that is a space', () => {
  const comma = dialect(['Time', 'A', 'B'], { separator: ';', decimal: ',' });
  expect(rows(read('h\n0,5;-1,25;3\n', { as: comma }))).toEqual([[0.5, -1.25, 3]]);
  expect(one('1.5', comma).odd).toHaveLength(1);
  const space = dialect(['Time', 'A', 'B'], { separator: ' ' });
  const found = read('h\n0 1 2\n1  3\n', { as: space });
  expect(rows(found)).toEqual([
    [0, 1, 2],
    [1, NaN, 3],
  ]);
  expect(found.odd).toEqual([]);
});

test.each(['\n', '\r\n', '\r'])('lines end with %j, wherever they are cut when they come', (newline) => {
  const text = ['head', '0,1,2', '', '1,3,4', '2,5,', '3,,6'].join(newline);
  const expected = [
    [0, 1, 2],
    [1, 3, 4],
    [2, 5, NaN],
    [3, NaN, 6],
  ];
  for (let pieces = 1; pieces <= text.length; pieces += 1) {
    for (const end of ['', newline, newline + newline]) {
      const found = read(text + end, { pieces });
      expect([pieces, end, rows(found)]).toEqual([pieces, end, expected]);
      expect(found.refused).toEqual({ fields: 0, time: 0, back: 0 });
    }
  }
});

test('so many lines before the body are passed over, numbers or not', () => {
  const as = dialect(['Time', 'A', 'B'], { linesBefore: 3 });
  // A line with a quoted end of a line in it is one.
  const quoted = read('9,9,9\n"a\nb",9,9\nx\n0,1,2\n', { as: { ...as, linesBefore: 2 } });
  expect([rows(quoted), quoted.examples.map(({ line }) => line)]).toEqual([[[0, 1, 2]], [3]]);
  expect(rows(read('9,9,9\n8,8,8\nx\n0,1,2\n', { as }))).toEqual([[0, 1, 2]]);
});

test('a column that is skipped may hold anything but the end of a line', () => {
  const wants: TableWants = { ...WANTS, columns: [2] };
  const found = read('h\n0,anything at all,2\n1,,3\n2,"a,b",4\n3,"a\nb",5\n', { wants });
  expect(rows(found)).toEqual([
    [0, 2],
    [1, 3],
    [2, 4],
    [3, 5],
  ]);
  expect(found.odd).toEqual(['2,"a,b",4', '3,"a\nb",5']);
});

test('the last column that is skipped, and the time behind the others', () => {
  const wants: TableWants = { time: { column: 2, unitS: 1e-3 }, rateHz: 50, columns: [0] };
  expect(rows(read('h\n5,x,20\n6,y,40\n', { wants }))).toEqual([
    [0.02, 5],
    [0.04, 6],
  ]);
  const last: TableWants = { ...WANTS, columns: [1] };
  expect(rows(read('h\n0,1,x\n1,2,y\n', { wants: last }))).toEqual([
    [0, 1],
    [1, 2],
  ]);
});

test('without a time there are so many rows in a second', () => {
  const wants: TableWants = { time: null, rateHz: 4, columns: [0, 2] };
  expect(rows(read('h\n5,x,6\n7,,8\nc,"d",9\n', { wants }))).toEqual([
    [0, 5, 6],
    [0.25, 7, 8],
    [0.5, NaN, 9],
  ]);
});

test('a separator more at the end is of no column; a cell more there is one too many, one less too few', () => {
  const found = read('h\n0,1,2,\n1,3,4, ,\n2,5,6,7\n3,8\n4,9,10\n');
  expect(rows(found)).toEqual([
    [0, 1, 2],
    [1, 3, 4],
    [4, 9, 10],
  ]);
  expect(found.refused).toEqual({ fields: 2, time: 0, back: 0 });
  expect(found.examples).toEqual([
    { line: 4, why: 'fields', text: '2,5,6,7' },
    { line: 5, why: 'fields', text: '3,8' },
  ]);
});

test('a time that is none, and one that goes back, are refused; the same again, and one below nothing, are not', () => {
  const found = read('h\n-1,1,1\n-0.5,2,2\n,3,3\nx,4,4\n2,5,5\n1.5,6,6\n2,7,7\n');
  expect(rows(found)).toEqual([
    [-1, 1, 1],
    [-0.5, 2, 2],
    [2, 5, 5],
    [2, 7, 7],
  ]);
  expect(found.refused).toEqual({ fields: 0, time: 2, back: 1 });
  expect(found.examples.map(({ line, why }) => [line, why])).toEqual([
    [4, 'time'],
    [5, 'time'],
    [7, 'back'],
  ]);
});

test('lines of nothing are passed over, and counted as lines', () => {
  const found = read('h\n0,1,2\n\n ,, \n,,\nbad\n');
  expect(rows(found)).toEqual([[0, 1, 2]]);
  expect(found.examples).toEqual([{ line: 6, why: 'fields', text: 'bad' }]);
});

test('no more than twenty are shown of the lines that were refused, none longer than is read', () => {
  const found = read(`h\n${`${'x'.repeat(300)}\n`.repeat(30)}`);
  expect(found.refused.fields).toBe(30);
  expect(found.examples).toHaveLength(20);
  expect(found.examples[0]?.text).toHaveLength(120);
});

test('a clock goes on over its end, and dates are what they say', () => {
  const clocked = (time: 'clock' | 'dateTime', order: 'dayFirst' | 'monthFirst' = 'dayFirst'): Dialect => ({
    ...THREE,
    columns: THREE.columns.map((column, i) => (i === 0 ? { ...column, time, order } : column)),
  });
  const times = (lines: readonly string[], as: Dialect) => [
    ...read(`h\n${lines.map((at) => `${at},1,2`).join('\n')}\n`, { as }).timeS,
  ];
  expect(times(['23:59:59', '0:00:00', '0:00:01', '23:59:59', '0:00:00'], clocked('clock'))).toEqual([
    86_399, 86_400, 86_401, 172_799, 172_800,
  ]);
  expect(times(['59:59', '0:00', '0:01'], clocked('clock'))).toEqual([3599, 3600, 3601]);
  // A second back is no new day.
  const back = read('h\n0:10,1,2\n0:09,1,2\n0:11,1,2\n', { as: clocked('clock') });
  expect([[...back.timeS], back.refused.back]).toEqual([[10, 11], 1]);
  expect(times(['02.01.1970 00:00:00'], clocked('dateTime'))).toEqual([86_400]);
  expect(times(['01/02/1970 00:00:00'], clocked('dateTime', 'monthFirst'))).toEqual([86_400]);
  // A plain number there is no time of day.
  expect(read('h\n5,1,2\n', { as: clocked('clock') }).refused.time).toBe(1);
});

test('a quote that is closed holds the ends of lines; one that is not costs its line', () => {
  const found = read('h\n0,"a\nb",2\n1,3,4\n2,15",5\n3,6,7\n');
  expect(found.timeS[0]).toBe(0);
  expect([...found.timeS]).toEqual([0, 1, 2, 3]);
  expect(found.texts).toEqual([2, 0]);
});
