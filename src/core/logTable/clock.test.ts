import { readMade } from '@tests/support/madeTable';
import { clockSeconds, dateOrderOf, timeFormatOf, wrapOf } from './clock';

describe('time', () => {
  const rows = (cells: readonly string[], head = 'Time') =>
    readMade(
      new TextEncoder().encode([`${head},RPM`, ...cells.map((cell, i) => `${cell},${1000 + i}`)].join('\n')),
    );

  test('a clock without a date goes on over its end', () => {
    const seconds = (cells: readonly string[]) =>
      [...(rows(cells)?.log.timeS ?? [])].map((at) => Number(at.toFixed(3)));
    expect(seconds(['23:59:59.5', '0:00:00.0', '0:00:00.5'])).toEqual([0, 0.5, 1]);
    expect(seconds(['59:59.8', '00:00.0', '00:00.2'])).toEqual([0, 0.2, 0.4]);
  });

  test('dates with the month first are told where a day shows it', () => {
    const made = rows(['11/28/2026 10:00:00', '11/28/2026 10:00:01', '11/29/2026 10:00:00']);
    expect([...(made?.log.timeS ?? [])]).toEqual([0, 1, 86_400]);
    const other = rows(['28/11/2026 10:00:00', '28/11/2026 10:00:01', '01/12/2026 10:00:00']);
    expect([...(other?.log.timeS ?? [])]).toEqual([0, 1, 3 * 86_400]);
    const zones = rows(['2026-11-28T10:00:00Z', '2026-11-28T12:00:01+02:00', '2026-11-28T10:00:02Z']);
    expect([...(zones?.log.timeS ?? [])]).toEqual([0, 1, 2]);
  });

  // By hand: 2000 was a leap year, 2100 is none; from 1970 to 2000 there are 30 · 365 + 7 days.
  test.each([
    ['1970-01-01 00:00:01', 1],
    ['2000-01-01 00:00:00', (30 * 365 + 7) * 86_400],
    ['2000-03-01 00:00:00', (30 * 365 + 7 + 60) * 86_400],
    ['2026-11-28 12:00:00', 1_795_867_200],
    ['2100-03-01 00:00:00', 4_107_542_400],
  ])('%s is %d s after 1970', (cell, seconds) => expect(clockSeconds(cell, 'dayFirst')).toBe(seconds));

  test('uneven rates and gaps stay as they are; without a time there are so many rows in a second', () => {
    expect([...(rows(['0', '0.1', '0.15', '9', '9'])?.log.timeS ?? [])]).toEqual([0, 0.1, 0.15, 9, 9]);
    const without = readMade(new TextEncoder().encode('RPM,MAP\n900,30\n910,31\n920,32\n'));
    expect([...(without?.log.timeS ?? [])]).toEqual([0, 0.02, 0.04]);
  });

  test('of milliseconds without a unit the step tells', () => {
    expect([...(rows(['0', '20', '40'])?.log.timeS ?? [])].map((at) => Number(at.toFixed(6)))).toEqual([
      0, 0.02, 0.04,
    ]);
  });
});

test.each([
  ['12:30', 750],
  ['1:02,5', 62.5],
  ['1:02.5', 62.5],
  ['10:00:01', 36_001],
  ['100:00:00', 360_000],
  [' 0:05 ', 5],
  ['0:01.125', 1.125],
])('the clock %s is %d s', (cell, seconds) => {
  expect(timeFormatOf(cell)).toBe('clock');
  expect(clockSeconds(cell, 'dayFirst')).toBeCloseTo(seconds, 9);
});

// By hand: a minute past noon of the second day of 1970, written in each way.
test.each([
  ['1970-01-02 12:01', 'dayFirst'],
  ['1970-01-02T12:01:00Z', 'dayFirst'],
  ['1970/01/02 12:01:00', 'dayFirst'],
  ['02.01.1970 12:01:00,0', 'dayFirst'],
  ['2-1-1970  12:01:00', 'dayFirst'],
  ['1/2/1970 12:01:00', 'monthFirst'],
  ['1970-01-02T14:31:00+02:30', 'dayFirst'],
  ['1970-01-02T10:01:00 -0200', 'dayFirst'],
] as const)('%s is 129,660 s after 1970', (cell, order) => {
  expect(timeFormatOf(cell)).toBe('dateTime');
  expect(clockSeconds(cell, order)).toBe(129_660);
});

test('what stands about a date makes it none', () => {
  expect(timeFormatOf('on 1970-01-02 12:01')).toBeNull();
  expect(timeFormatOf('1970-01-02 12:01 or so')).toBeNull();
  expect(clockSeconds('1970-01-02 12:01:00.25', 'dayFirst')).toBe(129_660.25);
  expect(clockSeconds('1970-02-03 00:00', 'dayFirst')).toBe(33 * 86_400);
});

test('a year of two digits is of this century', () => {
  expect(clockSeconds('01.03.26 00:00', 'dayFirst')).toBe(clockSeconds('2026-03-01 00:00', 'dayFirst'));
});

test.each(['', '12', '12.5', '1:2:3:4', '12:345', 'a:10', '1970-01/02 12:00', '1970-01-02', '12:00 noon'])(
  '“%s” says no time',
  (cell) => {
    expect(timeFormatOf(cell)).toBeNull();
    expect(clockSeconds(cell, 'dayFirst')).toBeNaN();
  },
);

test.each<readonly [string, readonly string[]]>([
  ['monthFirst', ['01/02/2026 10:00', '01/13/2026 10:00']],
  ['dayFirst', ['01/02/2026 10:00', '13/01/2026 10:00']],
  ['dayFirst', ['01/12/2026 10:00']],
  ['dayFirst', ['01.13.2026 10:00']],
  ['dayFirst', ['2026/13/01 10:00']],
  ['dayFirst', ['nothing']],
  ['monthFirst', [' 01/13/2026 10:00 ']],
])('%s where the dates are %j', (order, cells) => expect(dateOrderOf(cells)).toBe(order));

test('a clock that falls by more than half of its day, or of its hour, has passed its end', () => {
  expect([wrapOf(86_399, 0.5), wrapOf(43_201, 0), wrapOf(43_200, 0)]).toEqual([86_400, 86_400, 0]);
  expect([wrapOf(3599, 0.2), wrapOf(1801, 0), wrapOf(1800, 0), wrapOf(3600, 1700)]).toEqual([
    3600, 3600, 0, 0,
  ]);
  expect(wrapOf(100, 99)).toBe(0);
  expect(wrapOf(40_000, 30_000)).toBe(0);
  expect(wrapOf(3000, 1500)).toBe(0);
});
