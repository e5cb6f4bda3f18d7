import Papa from 'papaparse';
import {
  type ColumnUse,
  type Dialect,
  dialectOf,
  encodingOf,
  guessUses,
  logOfTable,
  type Split,
  TableBody,
  type TableContext,
  type TableRead,
  wantsOf,
} from '@/core/logTable';
import type { Log } from '@/core/log';

/** How a made table is written. */
export interface TableStyle {
  readonly separator: ',' | ';' | '\t' | '|' | ' ';
  readonly decimal: '.' | ',';
  readonly newline: '\n' | '\r\n' | '\r';
  readonly encoding: 'utf-8' | 'utf-8-bom' | 'utf-16le' | 'utf-16be' | 'windows-1252';
  /** Lines before the head. */
  readonly preamble: readonly string[];
  /** Where units are said: in a row of their own, behind the names, or nowhere. */
  readonly units: 'row' | 'names' | 'none';
  readonly quotes: 'none' | 'names' | 'all';
  /** What stands where nothing is known. */
  readonly missing: string;
  /** How the time of a sample is written. */
  readonly time: (timeS: number) => string;
  readonly timeHead: readonly [name: string, unit: string];
  /** A separator more at the end of each line. */
  readonly trailing: boolean;
}

export const PLAIN: TableStyle = {
  separator: ',',
  decimal: '.',
  newline: '\n',
  encoding: 'utf-8',
  preamble: [],
  units: 'row',
  quotes: 'none',
  missing: '',
  time: (timeS) => timeS.toFixed(3),
  timeHead: ['Time', 's'],
  trailing: false,
};

/** A column as it is made: name, unit, decimals, and what is true; NaN where nothing is known. */
export interface MadeColumn {
  readonly name: string;
  readonly unit: string;
  readonly decimals: number;
  readonly values: readonly number[];
}

/** A table as bytes. */
export function madeTable(
  timeS: readonly number[],
  columns: readonly MadeColumn[],
  style: TableStyle,
): Uint8Array {
  const { separator, decimal, newline, preamble, units, quotes, missing, trailing } = style;
  const quoted = (cell: string, always: boolean) =>
    always || quotes === 'all' || cell.includes(separator) || cell.includes('"')
      ? `"${cell.replaceAll('"', '""')}"`
      : cell;
  const line = (cells: readonly string[], isHead = false) =>
    cells.map((cell) => quoted(cell, isHead && quotes !== 'none')).join(separator) +
    (trailing ? separator : '');
  const head = [{ name: style.timeHead[0], unit: style.timeHead[1] }, ...columns];
  const number = (value: number, decimals: number) =>
    Number.isNaN(value) ? missing : value.toFixed(decimals).replace('.', decimal);
  const lines = [
    ...preamble,
    line(
      head.map(({ name, unit }) => (units === 'names' && unit !== '' ? `${name} [${unit}]` : name)),
      true,
    ),
    ...(units === 'row'
      ? [
          line(
            head.map(({ unit }) => unit),
            true,
          ),
        ]
      : []),
    ...timeS.map((at, i) =>
      line([
        style.time(at).replace('.', decimal),
        ...columns.map(({ values, decimals }) => number(values[i] as number, decimals)),
      ]),
    ),
  ];
  return encoded(lines.join(newline) + newline, style.encoding);
}

function encoded(text: string, encoding: TableStyle['encoding']): Uint8Array {
  if (encoding === 'utf-8') return new TextEncoder().encode(text);
  if (encoding === 'utf-8-bom') return new TextEncoder().encode(`\uFEFF${text}`);
  if (encoding === 'windows-1252') return Uint8Array.from(text, (letter) => letter.charCodeAt(0) & 0xff);
  const bytes = new Uint8Array(2 * text.length + 2);
  const view = new DataView(bytes.buffer);
  view.setUint16(0, 0xfeff, encoding === 'utf-16le');
  for (let i = 0; i < text.length; i += 1) {
    view.setUint16(2 + 2 * i, text.charCodeAt(i), encoding === 'utf-16le');
  }
  return bytes;
}

/** Splits text by the kept reader of tables. */
export const split: Split = (text, separator) =>
  Papa.parse<string[]>(text, { delimiter: separator, skipEmptyLines: false }).data;

export const CONTEXT: TableContext = { barometricKpa: 81, ratedDensityGPerCm3: 0.745, stoichiometric: 14.7 };

/** What is made of bytes by guess alone, fed so many at a time. */
export function readMade(
  file: Uint8Array,
  pieces = 1 << 16,
  choose: (guessed: readonly ColumnUse[], dialect: Dialect) => readonly ColumnUse[] = (guessed) => guessed,
): { dialect: Dialect; uses: readonly ColumnUse[]; read: TableRead; log: Log } | null {
  const { encoding, skip } = encodingOf(file.subarray(0, 1 << 16));
  const decoder = new TextDecoder(encoding);
  const text = decoder.decode(file.subarray(skip));
  const bytes = new TextEncoder().encode(text);
  const dialect = dialectOf(text.slice(0, 1 << 16), split);
  if (dialect === null) return null;
  const uses = choose(
    guessUses(dialect).map(({ use }) => use),
    dialect,
  );
  const body = new TableBody(
    dialect,
    wantsOf(uses, 50),
    (line) => split(new TextDecoder().decode(line), dialect.separator)[0] ?? [],
  );
  for (let at = 0; at < bytes.length; at += pieces) body.feed(bytes.subarray(at, at + pieces));
  const read = body.end();
  return { dialect, uses, read, log: logOfTable(read, dialect, uses, CONTEXT) };
}
