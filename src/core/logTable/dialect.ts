import { type Decimal, cellKind } from './cells';
import { type DateOrder, dateOrderOf, type TimeFormat, timeFormatOf } from './clock';
import { bareUnit, splitName, unitShare } from './names';

/** What stands between two cells, in the order they are tried. */
export const SEPARATORS = [';', '\t', '|', ',', ' '] as const;
export type Separator = (typeof SEPARATORS)[number];

/** A column of a table as its head says it. */
export interface TableColumn {
  /** Its name, unlike all others; as it stands there, without its unit. */
  readonly name: string;
  /** Its head says a name. */
  readonly named: boolean;
  readonly unit: string;
  /** How times are written in it, where they are. */
  readonly time: TimeFormat | null;
  readonly order: DateOrder;
  /** Some of its cells, the first ones. */
  readonly first: readonly string[];
}

/** How a table is written, by its beginning. */
export interface Dialect {
  readonly separator: Separator;
  readonly decimal: Decimal;
  /** Lines before the first row of numbers. */
  readonly linesBefore: number;
  readonly columns: readonly TableColumn[];
}

/** Splits text into rows of cells; quotes are taken off. Each line is a row, also one that is empty. */
export type Split = (text: string, separator: Separator) => readonly (readonly string[])[];

const FIRST_ROWS = 200;
/** So many of the rows behind the first row of numbers are rows of numbers too. */
const LOOKED_AHEAD = 8;
const MOST_AHEAD = 0.6;

/** How a table is written, as far as its beginning says; null where there is none. */
export function dialectOf(text: string, split: Split): Dialect | null {
  let best: { readonly score: number; readonly found: Found } | null = null;
  for (const separator of SEPARATORS) {
    const rows = split(text, separator).slice(0, FIRST_ROWS);
    for (const decimal of ['.', ','] as const) {
      const found = bodyOf(rows, separator, decimal);
      if (found !== null && found.score > (best?.score ?? -Infinity)) best = { score: found.score, found };
    }
  }
  return best === null ? null : dialectIn(best.found);
}

interface Found {
  readonly rows: readonly (readonly string[])[];
  readonly separator: Separator;
  readonly decimal: Decimal;
  readonly width: number;
  readonly body: number;
  readonly score: number;
}

const says = (cell: string, decimal: Decimal) =>
  cellKind(cell, decimal) === 'number' || timeFormatOf(cell) !== null;
const isBlank = (row: readonly string[]) => row.every((cell) => cell.trim() === '');

/** Where rows of numbers begin, and how well they are read so. */
function bodyOf(rows: readonly (readonly string[])[], separator: Separator, decimal: Decimal): Found | null {
  const width = usualWidth(rows);
  // One column of numbers is a table too, but any text is one of one column.
  if (width < 2) return null;
  const isBody = rows.map((row) => row.length === width && saying(row, decimal) >= 0.5);
  const body = isBody.findIndex(
    (is, i) =>
      is &&
      isBody.slice(i, i + LOOKED_AHEAD).filter(Boolean).length >=
        MOST_AHEAD * Math.min(LOOKED_AHEAD, rows.length - i),
  );
  if (body < 0) return null;
  let score = 0;
  for (const row of rows.slice(body)) {
    for (const cell of row) score += says(cell, decimal) ? 1 : cellKind(cell, decimal) === 'text' ? -1 : 0;
  }
  return { rows, separator, decimal, width, body, score: score / (rows.length - body) };
}

/** The share of cells that say a number or a time, of those that say anything. */
function saying(row: readonly string[], decimal: Decimal): number {
  const known = row.filter((cell) => cellKind(cell, decimal) !== 'missing');
  return known.length === 0 ? 0 : known.filter((cell) => says(cell, decimal)).length / known.length;
}

/** How many cells most rows have. */
function usualWidth(rows: readonly (readonly string[])[]): number {
  const times = new Map<number, number>();
  for (const row of rows) {
    if (!isBlank(row)) times.set(row.length, (times.get(row.length) ?? 0) + 1);
  }
  return [...times].reduce(
    ([width, most], [one, count]) => (count > most ? [one, count] : [width, most]),
    [0, 0],
  )[0];
}

function dialectIn({ rows, separator, decimal, width, body }: Found): Dialect {
  const above = rows.slice(0, body).filter((row) => !isBlank(row));
  const heads = above.filter((row) => row.length === width && saying(row, decimal) < 0.5);
  const last = heads.at(-1);
  const before = heads.at(-2);
  // “Time” and “RPM” are names and units alike: of two rows that could be units the lower one is.
  const lastShare = last === undefined ? 0 : unitShare(last);
  const hasUnits = before !== undefined && lastShare > 0 && lastShare >= unitShare(before);
  const names = hasUnits ? before : last;
  const given = Array.from({ length: width }, (_, i) => splitName((names?.[i] ?? '').trim()));
  const taken = new Map<string, number>();
  const columns = given.map(({ name, unit }, i): TableColumn => {
    const plain = name === '' ? `Column ${i + 1}` : name;
    const times = (taken.get(plain.toLowerCase()) ?? 0) + 1;
    taken.set(plain.toLowerCase(), times);
    const cells = rows.slice(body).flatMap((row) => (row.length === width ? (row[i] ?? '') : []));
    const first = cells.slice(0, 12);
    return {
      named: name !== '',
      name: times === 1 ? plain : `${plain} (${times})`,
      unit: hasUnits ? bareUnit(last?.[i] ?? '') || unit : unit,
      time: first.map(timeFormatOf).find((one) => one !== null) ?? null,
      order: dateOrderOf(cells),
      first,
    };
  });
  return { separator, decimal, linesBefore: body, columns };
}
