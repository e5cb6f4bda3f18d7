import fc from 'fast-check';
import { chance } from '@tests/support/chance';
import { type MadeColumn, madeTable, PLAIN, readMade, type TableStyle } from '@tests/support/madeTable';
import type { ChannelId } from '../channel';

const ROWS = 60;
const draw = chance(7);
const timeS = Array.from({ length: ROWS }, (_, i) => i * 0.02);
const column = (name: string, unit: string, decimals: number, least: number, most: number): MadeColumn => ({
  name,
  unit,
  decimals,
  values: timeS.map((_, i) =>
    i % 17 === 5 ? NaN : Number((least + (most - least) * draw()).toFixed(decimals)),
  ),
});
const SPEED = column('RPM', 'rpm', 0, 900, 6400);
const PRESSURE = column('MAP', 'kPa', 1, 25, 160);
const LAMBDA = column('Lambda', 'λ', 3, 0.8, 1.2);
const COOLANT = column('Coolant Temp', '°C', 1, 60, 95);
const OWN = column('Damper front left', 'mm', 2, -40, 40);
const COLUMNS = [SPEED, PRESSURE, LAMBDA, COOLANT, OWN];

/** What stands in the log for each made column. */
function expectSame(style: TableStyle, pieces?: number) {
  const made = readMade(madeTable(timeS, COLUMNS, style), pieces);
  if (made === null) throw new Error('It was taken for no table');
  const { log, read } = made;
  expect(Object.values(read.refused)).toEqual([0, 0, 0]);
  expect(log.timeS).toHaveLength(ROWS);
  log.timeS.forEach((at, i) => expect(at).toBeCloseTo(timeS[i] as number, 6));
  const channels: readonly (readonly [ChannelId, MadeColumn])[] = [
    ['speed', SPEED],
    ['manifoldPressure', PRESSURE],
    ['lambdaOne', LAMBDA],
    ['coolant', COOLANT],
  ];
  for (const [id, { values }] of channels)
    expect([id, log.columns[id]]).toEqual([id, Float32Array.from(values)]);
  expect(log.own).toEqual([
    { name: OWN.name, unit: expect.any(String), decimals: 2, values: Float32Array.from(OWN.values) },
  ]);
}

const PREAMBLE = ['Logger 2.1', '# drive of the morning, 28.11.2026', '', 'Driver: nobody; car: Ventisca'];
const clock = (at: number) =>
  `10:${String(58 + Math.floor(at / 60)).padStart(2, '0')}:${(at % 60).toFixed(3).padStart(6, '0')}`;

describe('tables as they come', () => {
  test.each<readonly [string, Partial<TableStyle>]>([
    ['commas and points', {}],
    ['semicolons and decimal commas', { separator: ';', decimal: ',' }],
    ['semicolons and points', { separator: ';' }],
    ['tabs', { separator: '\t' }],
    ['tabs and decimal commas', { separator: '\t', decimal: ',' }],
    ['bars', { separator: '|' }],
    ['decimal commas in quotes between commas', { decimal: ',', quotes: 'all' }],
    ['everything in quotes', { quotes: 'all' }],
    ['names in quotes', { quotes: 'names', units: 'names' }],
    ['units behind the names', { units: 'names' }],
    ['CRLF', { newline: '\r\n' }],
    ['CR alone', { newline: '\r' }],
    ['a byte-order mark', { encoding: 'utf-8-bom' }],
    ['UTF-16, little end first', { encoding: 'utf-16le', newline: '\r\n' }],
    ['UTF-16, big end first', { encoding: 'utf-16be', separator: '\t' }],
    ['a code page of old', { encoding: 'windows-1252', units: 'names' }],
    ['a preamble', { preamble: PREAMBLE }],
    ['a preamble with as many cells', { preamble: ['Unit,no,1,of,this,car'] }],
    ['NaN for nothing', { missing: 'NaN' }],
    ['a dash for nothing', { missing: '-' }],
    ['n/a for nothing', { missing: 'n/a', separator: ';' }],
    ['a separator more at the end', { trailing: true, separator: ';' }],
    ['milliseconds', { time: (at) => (1000 * at).toFixed(0), timeHead: ['Time', 'ms'] }],
    ['minutes', { time: (at) => (at / 60).toFixed(8), timeHead: ['Elapsed', 'min'] }],
    ['a clock', { time: clock, timeHead: ['Time', 'hh:mm:ss'] }],
    [
      'a clock with decimal commas',
      { time: clock, timeHead: ['Time', ''], separator: ';', decimal: ',', units: 'names' },
    ],
    ['dates', { time: (at) => `2026-11-28 ${clock(at)}`, timeHead: ['Date', ''], units: 'names' }],
    [
      'dates as here',
      { time: (at) => `28.11.2026 ${clock(at)}`, timeHead: ['Date', ''], separator: ';', units: 'names' },
    ],
    ['exponents', { time: (at) => at.toExponential(6) }],
    ['spaces about numbers', { time: (at) => `  ${at.toFixed(3)} ` }],
  ])('%s', (_, style) => expectSame({ ...PLAIN, ...style }));

  test('any of these together, fed in any pieces', () => {
    const styles = fc
      .record({
        separator: fc.constantFrom<TableStyle['separator'][]>(',', ';', '\t', '|'),
        decimal: fc.constantFrom<TableStyle['decimal'][]>('.', ','),
        newline: fc.constantFrom<TableStyle['newline'][]>('\n', '\r\n', '\r'),
        encoding: fc.constantFrom<TableStyle['encoding'][]>('utf-8', 'utf-8-bom', 'utf-16le', 'utf-16be'),
        preamble: fc.constantFrom<(readonly string[])[]>([], PREAMBLE, ['one line']),
        units: fc.constantFrom<TableStyle['units'][]>('row', 'names'),
        quotes: fc.constantFrom<TableStyle['quotes'][]>('none', 'names', 'all'),
        missing: fc.constantFrom('', '-', 'nan', '---'),
        trailing: fc.boolean(),
      })
      .map((style) => ({
        ...PLAIN,
        ...style,
        // What cannot be told apart nobody writes: a decimal comma between commas stands in quotes.
        quotes: style.separator === style.decimal ? ('all' as const) : style.quotes,
      }));
    fc.assert(
      fc.property(styles, fc.integer({ min: 1, max: 300 }), (style, pieces) => expectSame(style, pieces)),
      { numRuns: 150 },
    );
  });
});

describe('what is refused, and said', () => {
  const whole = () => new TextDecoder().decode(madeTable(timeS, COLUMNS, PLAIN)).split('\n');
  const read = (lines: readonly string[]) => readMade(new TextEncoder().encode(lines.join('\n')));

  test('lines with another number of cells, without a time, or from before: each by its line', () => {
    const lines = whole();
    lines.splice(20, 0, '# a mark of the driver');
    lines.splice(30, 0, lines[0] ?? '');
    lines.splice(40, 0, '0.001,1,2,3,4,5');
    const made = read(lines);
    expect(made?.read.refused).toEqual({ fields: 1, time: 1, back: 1 });
    expect(made?.read.examples.map(({ line, why }) => [line, why])).toEqual([
      [21, 'fields'],
      [31, 'time'],
      [41, 'back'],
    ]);
    expect(made?.log.timeS).toHaveLength(ROWS);
  });

  test('text in a column of numbers is nothing known there, and counted', () => {
    const lines = whole();
    lines[10] = '0.160,ERR,90.0,1.000,80.0,1.00';
    const made = read(lines);
    expect(made?.read.texts).toEqual([1, 0, 0, 0, 0]);
    expect(made?.log.columns.speed?.[8]).toBeNaN();
    expect(made?.log.columns.manifoldPressure?.[8]).toBe(90);
  });

  test.each([7, 1 << 16])(
    'a quote that is never closed costs its own line and no other (%d bytes at a time)',
    (pieces) => {
      const lines = [
        'Time,RPM,Note',
        ...Array.from({ length: 9000 }, (_, i) => `${(i / 50).toFixed(2)},${900 + (i % 99)},a`),
      ];
      lines.splice(400, 1, '7.98,950,wheel 15" wide');
      lines.splice(8990, 1, '179.78,950,wheel 17" wide');
      const made = readMade(new TextEncoder().encode(lines.join('\n')), pieces);
      expect(made?.read.timeS.length).toBeGreaterThanOrEqual(8998);
      expect(made?.log.timeS.at(-1)).toBeCloseTo(179.98, 6);
    },
  );

  test('what is no table', () => {
    for (const text of [
      '',
      'nothing',
      'a letter to somebody,\nwith a comma here, and there\n',
      '{"json": true}',
    ]) {
      expect(read([text])).toBeNull();
    }
  });

  test('whatever the bytes, it ends without an error, and every line is a row or refused', () => {
    const good = madeTable(timeS, COLUMNS, PLAIN);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { maxLength: 60 }),
        fc.nat(good.length),
        (changes, length) => {
          const bytes = good.slice(0, length);
          for (const [at, byte] of changes) if (at < length) bytes[at] = byte;
          const made = readMade(bytes, 97);
          if (made === null) return;
          const { read: table, log } = made;
          for (const one of Object.values(log.columns)) expect(one).toHaveLength(table.timeS.length);
          log.timeS.forEach((at, i) => expect(i === 0 || at >= (log.timeS[i - 1] as number)).toBe(true));
        },
      ),
      { numRuns: 400 },
    );
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => void readMade(bytes)),
      { numRuns: 400 },
    );
  });
});
