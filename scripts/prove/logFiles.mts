import type { ChannelId } from '@/core/channel';
import { chance } from '@tests/support/chance';
import { type MadeColumn, madeTable, PLAIN, readMade, type TableStyle } from '@tests/support/madeTable';
import { say } from './report.mts';

const TABLES = 300;
const DAMAGED = 3000;
const ROWS = 400;
const MILLION = 1_000_000;

/** Columns as another box may call and count them, each with what its numbers are in our units, in plain words of arithmetic. */
const FOREIGN: readonly {
  readonly channel: ChannelId | null;
  readonly name: string;
  readonly unit: string;
  readonly decimals: number;
  readonly least: number;
  readonly most: number;
  readonly ours: (amount: number) => number;
}[] = [
  {
    channel: 'speed',
    name: 'Engine Speed',
    unit: 'rpm',
    decimals: 0,
    least: 700,
    most: 8200,
    ours: (n) => n,
  },
  {
    channel: 'manifoldPressure',
    name: 'Boost',
    unit: 'psi',
    decimals: 2,
    least: -10,
    most: 12,
    ours: (n) => 81 + n * 6.894757,
  },
  { channel: 'lambdaOne', name: 'AFR', unit: '', decimals: 2, least: 10.5, most: 18, ours: (n) => n / 14.7 },
  {
    channel: 'coolant',
    name: 'Water temp',
    unit: '°F',
    decimals: 1,
    least: 20,
    most: 230,
    ours: (n) => ((n - 32) * 5) / 9,
  },
  { channel: 'battery', name: 'Battery', unit: 'V', decimals: 2, least: 9, most: 14.6, ours: (n) => n },
  {
    channel: 'oilPressure',
    name: 'Oil Pressure',
    unit: 'bar',
    decimals: 2,
    least: 0.5,
    most: 6,
    ours: (n) => 100 * n,
  },
  {
    channel: 'lambdaTrim',
    name: 'Short Term Trim',
    unit: '%',
    decimals: 1,
    least: -20,
    most: 20,
    ours: (n) => 1 + n / 100,
  },
  { channel: null, name: 'Damper rear', unit: 'mm', decimals: 3, least: -40, most: 40, ours: (n) => n },
];

/** Files of any dialect, a million rows, and damaged ones: what is read is what was written. */
export function proveLogFiles(firstSeed: number): void {
  proveDialects(firstSeed);
  proveMillion(firstSeed);
  proveDamaged(firstSeed);
}

function proveDialects(firstSeed: number): void {
  const worst = { off: 0, at: 'none' };
  let unread = 0;
  for (let i = 0; i < TABLES; i += 1) {
    const seed = firstSeed + i;
    const draw = chance(seed);
    const style = styleOf(draw);
    const timeS = Array.from({ length: ROWS }, (_, k) => Number((k * 0.02 + 0.009 * draw()).toFixed(3)));
    const columns = FOREIGN.map((column) => ({ ...column, ...drawn(column, timeS.length, draw) }));
    const made = readMade(madeTable(timeS, columns, style), 1 + Math.floor(5000 * draw()));
    if (made === null) {
      unread += 1;
      continue;
    }
    const { log } = made;
    const firstS = timeS[0] as number;
    const differences: (readonly [string, number])[] = [
      ['rows', Math.abs(log.timeS.length - ROWS)],
      ['time', Math.max(...timeS.map((at, k) => Math.abs((log.timeS[k] as number) - (at - firstS))))],
    ];
    for (const { channel, name, values, ours } of columns) {
      const read =
        channel === null ? log.own?.find((one) => one.name === name)?.values : log.columns[channel];
      differences.push([name, read === undefined ? Infinity : farthest(values.map(ours), read)]);
    }
    for (const [what, off] of differences)
      if (!(off <= worst.off))
        Object.assign(worst, { off, at: `${what}, seed ${seed}, ${JSON.stringify(style)}` });
  }
  say(
    unread === 0 && worst.off < 2e-6,
    `${TABLES} tables of drawn dialects and units: ${unread} not read, ${worst.off.toExponential(1)} off at most (${worst.at})`,
  );
}

function styleOf(draw: () => number): TableStyle {
  const among = <T,>(...these: readonly T[]) => these[Math.floor(these.length * draw())] as T;
  const separator = among<TableStyle['separator']>(',', ';', '\t', '|');
  const decimal = among<TableStyle['decimal']>('.', ',');
  return {
    ...PLAIN,
    separator,
    decimal,
    newline: among('\n', '\r\n', '\r'),
    encoding: among('utf-8', 'utf-8-bom', 'utf-16le', 'utf-16be'),
    preamble: among<readonly string[]>([], ['made by nobody'], ['# 1', '', 'a;b,c']),
    units: among('row', 'names'),
    // What cannot be told apart nobody writes: a decimal comma between commas stands in quotes.
    quotes: separator === decimal ? 'all' : among('none', 'names', 'all'),
    missing: among('', '-', 'NaN', 'n/a'),
    trailing: draw() < 0.3,
  };
}

function drawn(
  { decimals, least, most }: { decimals: number; least: number; most: number },
  count: number,
  draw: () => number,
): { values: number[] } {
  return {
    values: Array.from({ length: count }, () =>
      draw() < 0.03 ? NaN : Number((least + (most - least) * draw()).toFixed(decimals)),
    ),
  };
}

/** How far numbers are from what they should be, of their size or of one; what is known on one side alone is infinitely far. */
function farthest(wanted: readonly number[], read: ArrayLike<number>): number {
  return wanted.reduce((off, value, k) => {
    const got = read[k] as number;
    if (Number.isNaN(value) || Number.isNaN(got))
      return Number.isNaN(value) && Number.isNaN(got) ? off : Infinity;
    return Math.max(off, Math.abs(got - value) / Math.max(1, Math.abs(value)));
  }, 0);
}

function proveMillion(seed: number): void {
  const draw = chance(seed);
  const columns: MadeColumn[] = FOREIGN.slice(0, 4).map((column) => ({
    ...column,
    ...drawn(column, MILLION, draw),
  }));
  const timeS = Array.from({ length: MILLION }, (_, k) => Number((k * 0.02).toFixed(3)));
  const made = readMade(madeTable(timeS, columns, { ...PLAIN, separator: ';', decimal: ',' }), 1 << 20);
  const off = columns.map(({ values, ...column }, c) => {
    const { channel, ours } = FOREIGN[c] as (typeof FOREIGN)[number];
    const read = channel === null ? undefined : made?.log.columns[channel];
    if (read === undefined) return [column.name, Infinity] as const;
    const [wanted, got] = [figures(values.map((one) => Math.fround(ours(one)))), figures(read)];
    return [
      column.name,
      Math.max(...wanted.map((one, k) => Math.abs(one / (got[k] as number) - 1))),
    ] as const;
  });
  const [name, most] = off.reduce((worst, one) => (one[1] > worst[1] ? one : worst));
  say(
    made?.log.timeS.length === MILLION && most < 1e-6,
    `a million rows: ${made?.log.timeS.length ?? 0} read; count, mean, least, most and sum of squares of each column ${most.toExponential(1)} off plain code at most (${name})`,
  );
}

function figures(values: ArrayLike<number>): number[] {
  let [count, sum, squares, least, most] = [0, 0, 0, Infinity, -Infinity];
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i] as number;
    if (Number.isNaN(value)) continue;
    count += 1;
    sum += value;
    squares += value * value;
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  return [count, sum / count, squares, least, most];
}

function proveDamaged(firstSeed: number): void {
  const draw = chance(firstSeed);
  let [threw, unequal] = [0, 0];
  for (let i = 0; i < DAMAGED; i += 1) {
    const columns = FOREIGN.map((column) => ({ ...column, ...drawn(column, 40, draw) }));
    const timeS = Array.from({ length: 40 }, (_, k) => k / 50);
    const whole = madeTable(timeS, columns, styleOf(draw));
    const bytes = whole.slice(0, Math.floor(whole.length * (0.5 + draw() / 2)));
    const changes = 1 + Math.floor(40 * draw());
    for (let k = 0; k < changes; k += 1) bytes[Math.floor(bytes.length * draw())] = Math.floor(256 * draw());
    try {
      const made = readMade(bytes, 1 + Math.floor(300 * draw()));
      if (made === null) continue;
      const lengths = [
        ...Object.values(made.log.columns),
        ...(made.log.own ?? []).map(({ values }) => values),
      ];
      if (lengths.some(({ length }) => length !== made.log.timeS.length)) unequal += 1;
    } catch {
      threw += 1;
    }
  }
  say(
    threw + unequal === 0,
    `${DAMAGED} damaged files: ${threw} threw, ${unequal} gave columns of unequal length`,
  );
}
