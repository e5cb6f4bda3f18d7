import { split } from '@tests/support/madeTable';
import { type Dialect, dialectOf } from './dialect';

/** How lines are written. */
function of(lines: readonly string[]): Dialect {
  const found = dialectOf(lines.join('\n'), split);
  if (found === null) throw new Error('It was taken for no table');
  return found;
}
const said = ({ separator, decimal, linesBefore, columns }: Dialect) => ({
  separator,
  decimal,
  linesBefore,
  names: columns.map(({ name }) => name),
  units: columns.map(({ unit }) => unit),
});

test.each<readonly [string, readonly string[], ReturnType<typeof said>]>([
  [
    'names alone',
    ['Time,RPM', '0,900', '1,910'],
    { separator: ',', decimal: '.', linesBefore: 1, names: ['Time', 'RPM'], units: ['', ''] },
  ],
  [
    'names over units',
    ['Time;RPM', 's;rpm', '0;900', '1;910'],
    { separator: ';', decimal: '.', linesBefore: 2, names: ['Time', 'RPM'], units: ['s', 'rpm'] },
  ],
  [
    'units in brackets below',
    ['Time\tOil', '[s]\t( bar )', '0\t3,5', '1\t3,25'],
    { separator: '\t', decimal: ',', linesBefore: 2, names: ['Time', 'Oil'], units: ['s', 'bar'] },
  ],
  [
    'units behind the names',
    ['Time [s]|Oil (bar)', '0|3.5', '1|3.25'],
    { separator: '|', decimal: '.', linesBefore: 1, names: ['Time', 'Oil'], units: ['s', 'bar'] },
  ],
  [
    'a unit behind the name where the row below leaves it out',
    ['Time [s],Oil [kPa]', 's,', '0,3', '1,4'],
    { separator: ',', decimal: '.', linesBefore: 2, names: ['Time', 'Oil'], units: ['s', 'kPa'] },
  ],
  [
    'no names',
    ['0,900,5', '1,910,6', '2,920,7'],
    {
      separator: ',',
      decimal: '.',
      linesBefore: 0,
      names: ['Column 1', 'Column 2', 'Column 3'],
      units: ['', '', ''],
    },
  ],
  [
    'a preamble with words, numbers and nothing',
    ['Box 3', '', 'Rate,50', 'Time,RPM,MAP', '0,900,30', '1,910,31', '2,920,32'],
    { separator: ',', decimal: '.', linesBefore: 4, names: ['Time', 'RPM', 'MAP'], units: ['', '', ''] },
  ],
  [
    'the same name again, in large letters',
    ['Time,Raw,RAW,raw', '0,1,2,3', '1,2,3,4'],
    {
      separator: ',',
      decimal: '.',
      linesBefore: 1,
      names: ['Time', 'Raw', 'RAW (2)', 'raw (3)'],
      units: ['', '', '', ''],
    },
  ],
  [
    'semicolons before the commas of decimals',
    ['Time;A', '0,5;1,25', '1,5;2,25'],
    { separator: ';', decimal: ',', linesBefore: 1, names: ['Time', 'A'], units: ['', ''] },
  ],
  [
    'commas before the spaces of names',
    ['Time s,Engine speed', '0,900', '1,910'],
    { separator: ',', decimal: '.', linesBefore: 1, names: ['Time s', 'Engine speed'], units: ['', ''] },
  ],
])('%s', (_, lines, expected) => expect(said(of(lines))).toEqual(expected));

test('a head that is missing is told from one that is there, and so is its time', () => {
  const { columns } = of(['Time,,Note', '10:00:00,1,a', '10:00:01,2,b', '10:00:02,3,c']);
  expect(columns.map(({ named, time }) => [named, time])).toEqual([
    [true, 'clock'],
    [false, null],
    [true, null],
  ]);
  expect(columns[2]?.first).toEqual(['a', 'b', 'c']);
});

test('the order of a date is that of all rows that are looked at, and of the first cells a dozen are kept', () => {
  const lines = Array.from(
    { length: 40 },
    (_, i) => `01/${String(i < 30 ? 1 : 13).padStart(2, '0')}/2026 10:00:00,${i}`,
  );
  const { columns } = of(['Date,A', ...lines]);
  expect(columns[0]).toMatchObject({ time: 'dateTime', order: 'monthFirst' });
  expect(columns[1]?.first).toEqual(Array.from({ length: 12 }, (_, i) => String(i)));
});

test('rows that begin with nothing known are rows', () => {
  const { linesBefore } = of(['Time,A,B', '0,,', '1,,', '2,5,6', '3,6,7']);
  expect(linesBefore).toBe(1);
});

test('a line of numbers in a preamble is no beginning: most of those behind it must be rows too', () => {
  const words = ['a,b', 'c,d', 'e,f', 'g,h', 'i,j', 'k,l', 'm,n'];
  const rows = Array.from({ length: 12 }, (_, i) => `${i},${i}`);
  expect(of(['1,2', ...words, 'Time,A', ...rows]).linesBefore).toBe(9);
  // A few lines between them that are none are taken for damaged ones.
  expect(of(['Time,A', '0,1', 'x,y', '1,2', '2,3', 'x,y', '3,4', '4,5', '5,6', '6,7']).linesBefore).toBe(1);
});

test.each<readonly [string, readonly string[]]>([
  ['nothing', ['']],
  ['one column', ['900', '910', '920']],
  ['words', ['to be, or not', 'that is, the question', 'so, they say']],
])('%s is no table', (_, lines) => expect(dialectOf(lines.join('\n'), split)).toBeNull());
