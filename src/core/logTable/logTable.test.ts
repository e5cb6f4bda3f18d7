import fc from 'fast-check';
import { chance } from '@tests/support/chance';
import { type MadeColumn, madeTable, PLAIN, readMade, type TableStyle } from '@tests/support/madeTable';
import type { ChannelId } from '../channel';
import { clockSeconds } from './clock';
import { decimalsOf } from '../log';

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

describe('what columns are', () => {
  const uses = (names: readonly string[], row: readonly string[], units: readonly string[] = []) => {
    const lines = [['Time', ...names], ...(units.length === 0 ? [] : [['s', ...units]])];
    const rows = [0, 1, 2, 3].map((i) => [String(i / 10), ...row]);
    const made = readMade(
      new TextEncoder().encode([...lines, ...rows].map((cells) => cells.join(';')).join('\n')),
    );
    return made?.uses.slice(1).map((use) => (use.as === 'channel' ? `${use.channel} ${use.unit}` : use.as));
  };

  // Worked by hand: 14.7 to 1 is λ 1, 212 °F is 100 °C, 10 psi over 81 kPa are 149.9 kPa.
  test('units become ours', () => {
    const text = 'Time;AFR;Coolant;Boost\ns;;°F;psi\n0;14.7;212;10\n0.1;13.23;32;-5\n0.2;14.7;212;0\n';
    const columns = readMade(new TextEncoder().encode(text))?.log.columns ?? {};
    expect([...(columns.lambdaOne ?? [])].map((one) => Number(one.toFixed(4)))).toEqual([1, 0.9, 1]);
    expect([...(columns.coolant ?? [])]).toEqual([100, 0, 100]);
    expect([...(columns.manifoldPressure ?? [])].map((one) => Number(one.toFixed(2)))).toEqual([
      149.95, 46.53, 81,
    ]);
  });

  test('by name and unit', () => {
    expect(
      uses(
        ['Engine Speed', 'Vehicle Speed', 'MAP', 'TPS'],
        ['900', '20', '80', '5'],
        ['rpm', 'km/h', 'kPa', '%'],
      ),
    ).toEqual(['speed rev/min', 'vehicleSpeed km/h', 'manifoldPressure kPaAbs', 'throttle %']);
    expect(uses(['Lambda 1', 'Lambda 2', 'Lambda Target'], ['1', '1', '0.9'])).toEqual([
      'lambdaOne lambda',
      'lambdaTwo lambda',
      'lambdaTarget lambda',
    ]);
    expect(
      uses(
        ['Oil Pressure', 'Oil Temp', 'Fuel Pressure', 'IAT'],
        ['4', '90', '3.5', '20'],
        ['bar', 'C', 'bar', 'C'],
      ),
    ).toEqual(['oilPressure barGauge', 'oilTemperature degC', 'fuelPressure barGauge', 'air degC']);
    expect(
      uses(
        ['Short Term Trim', 'Battery', 'Gear', 'Spark Advance'],
        ['2.5', '13.8', '2', '28'],
        ['%', 'V', '', '°'],
      ),
    ).toEqual(['lambdaTrim percentMore', 'battery V', 'gear 1', 'sparkAdvance deg']);
  });

  test('what only sounds alike is none of ours', () => {
    expect(
      uses(
        ['Boost Target', 'MAP Switch', 'RPM Limit', 'TPS Rate', 'Ignition Dwell'],
        ['150', '1', '7000', '12', '2.4'],
      ),
    ).toEqual([expect.stringMatching(/^boostTarget/), 'own', 'own', 'own', 'own']);
  });

  test('sizes tell a unit that is not written', () => {
    expect(uses(['Lambda'], ['14.2'])).toEqual(['lambdaOne afr']);
    expect(uses(['MAP'], ['0.95'])).toEqual(['manifoldPressure barAbs']);
    expect(uses(['MAP'], ['13.9'])).toEqual(['manifoldPressure psiAbs']);
    expect(uses(['MAP'], ['95'])).toEqual(['manifoldPressure kPaAbs']);
    expect(uses(['Throttle'], ['0.42'])).toEqual(['throttle share']);
  });

  test('a second of the same name has its own, and of the same channel is kept as it is', () => {
    const made = readMade(
      new TextEncoder().encode('Time,RPM,RPM,Note\n0,900,901,a\n1,910,911,b\n2,920,921,c\n'),
    );
    expect(made?.dialect.columns.map(({ name }) => name)).toEqual(['Time', 'RPM', 'RPM (2)', 'Note']);
    expect(made?.uses.map(({ as }) => as)).toEqual(['time', 'channel', 'own', 'left']);
  });

  test('columns of our own files are what they were', () => {
    expect(
      uses(['engine_speed_rpm', 'fuel_pressure_kpa_gauge', 'lambda_trim'], ['900', '300', '1.02']),
    ).toEqual(['speed rev/min', 'fuelPressure kPaGauge', 'lambdaTrim 1']);
  });
});

test('the fewest decimals that lose nothing', () => {
  expect(decimalsOf(Float32Array.of(1, 2, NaN))).toBe(0);
  expect(decimalsOf(Float32Array.of(1.25, 2.5))).toBe(2);
  expect(decimalsOf(Float32Array.of(Math.PI))).toBeNull();
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: -1e5, max: 1e5 }), { minLength: 1 }),
      fc.nat(4),
      (whole, decimals) => {
        const values = Float32Array.from(whole, (one) => one / 10 ** decimals);
        const found = decimalsOf(values);
        expect(found).not.toBeNull();
        expect(found).toBeLessThanOrEqual(decimals);
      },
    ),
  );
});
