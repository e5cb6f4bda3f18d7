import { cellKind, cellNumber } from './cells';
import { clockSeconds, wrapOf } from './clock';
import type { Dialect } from './dialect';
import { GrowingColumns } from './growing';

/** What is read of a table: which column says the time, in how long a unit, and which others are kept. */
export interface TableWants {
  /** Null where none does: then there are so many rows in a second. */
  readonly time: { readonly column: number; readonly unitS: number } | null;
  readonly rateHz: number;
  /** The columns that are kept, by their places. */
  readonly columns: readonly number[];
}

/** Why a line is no row. */
export const REFUSALS = {
  fields: 'It has another number of cells than the head of the table.',
  time: 'Its time cannot be read.',
  back: 'Its time goes back.',
} as const;
export type Refusal = keyof typeof REFUSALS;

/** A line that was not taken. */
export interface RefusedLine {
  /** From 1. */
  readonly line: number;
  readonly why: Refusal;
  readonly text: string;
}

/** What came of a table. */
export interface TableRead {
  readonly timeS: Float64Array;
  /** As many as were wanted, in their order; NaN where nothing was known. */
  readonly columns: readonly Float32Array[];
  readonly refused: Readonly<Record<Refusal, number>>;
  /** The first of them. */
  readonly examples: readonly RefusedLine[];
  /** Cells that say something, but no number, by the columns that were wanted. */
  readonly texts: readonly number[];
}

/** Shown of the lines that were refused. */
const MOST_EXAMPLES = 20;
const MOST_TEXT = 120;
const LF = 10;
const CR = 13;
const QUOTE = 34;
const SPACE = 32;
const PLUS = 43;
const MINUS = 45;
const ZERO = 48;
const NINE = 57;
/** As many digits as a number of double precision holds without rounding. */
const MOST_DIGITS = 15;
const POWERS = Float64Array.from({ length: 23 }, (_, i) => 10 ** i);

/**
 * The rows of a table out of its bytes, as they come. What is numbers is read byte by byte; a line with anything else is handed
 * to a reader of odd lines.
 */
export class TableBody {
  private readonly grown: GrowingColumns;
  /** By place in a line: which wanted column it is; or the time, or one that is skipped. */
  private readonly uses: Int32Array;
  private rest: Uint8Array = new Uint8Array(0);
  private line = 0;
  private timeS = NaN;
  private addS = 0;
  private readonly refused: Record<Refusal, number> = { fields: 0, time: 0, back: 0 };
  private readonly examples: RefusedLine[] = [];
  private readonly texts: Float64Array;
  private readonly separator: number;
  private readonly decimal: number;
  /** A plain number in the time’s column is a time, of so many seconds; 0 where times are written as clocks. */
  private readonly timeUnitS: number;

  /** @param split the cells of a line that is not all plain numbers. */
  constructor(
    private readonly dialect: Dialect,
    private readonly wants: TableWants,
    private readonly split: (bytes: Uint8Array) => readonly string[],
  ) {
    this.grown = new GrowingColumns(wants.columns.length, wants.time !== null);
    this.texts = new Float64Array(wants.columns.length);
    this.uses = new Int32Array(dialect.columns.length).fill(SKIPPED);
    wants.columns.forEach((place, i) => (this.uses[place] = i));
    if (wants.time !== null) this.uses[wants.time.column] = TIME;
    const isClock = wants.time !== null && dialect.columns[wants.time.column]?.time !== null;
    this.timeUnitS = wants.time === null || isClock ? 0 : wants.time.unitS;
    this.separator = dialect.separator.charCodeAt(0);
    this.decimal = dialect.decimal.charCodeAt(0);
  }

  /** Takes the next bytes. They are read before it returns, and may be written over then. */
  feed(bytes: Uint8Array): void {
    this.read(bytes, false);
  }

  private read(bytes: Uint8Array, last: boolean): void {
    const all = this.rest.length === 0 ? bytes : joined(this.rest, bytes);
    // Behind the last end of a line nothing is whole; what is read up to it stops there by itself.
    const whole = Math.max(all.lastIndexOf(LF), all.lastIndexOf(CR, all.length - 2));
    let at = 0;
    while (at <= whole) {
      const next = this.line < this.dialect.linesBefore ? -1 : this.plain(all, at);
      if (next >= 0) {
        this.line += 1;
        at = next;
      } else {
        const end = endOfLine(all, at, last);
        if (end < 0) break;
        this.odd(all, at, end);
        at = end + 1;
      }
    }
    this.rest = all.slice(at);
  }

  /** There are no more bytes. */
  end(): TableRead {
    if (this.rest.length > 0) this.read(Uint8Array.of(LF), true);
    const { rateHz } = this.wants;
    const { rows } = this.grown;
    const { time, columns } = this.grown.taken();
    return {
      timeS: time ?? Float64Array.from({ length: rows }, (_, i) => i / rateHz),
      columns,
      refused: this.refused,
      examples: this.examples,
      texts: [...this.texts],
    };
  }

  /**
   * Reads a line of nothing but plain numbers; there is an end of a line behind it.
   * @returns where the next line begins; −1 where this is none of the kind: then nothing was taken.
   */
  private plain(bytes: Uint8Array, from: number): number {
    const { uses, grown, separator, decimal, timeUnitS } = this;
    const { columns, filled } = grown;
    const width = uses.length;
    let at = from;
    let seconds = NaN;
    for (let place = 0; place < width; place += 1) {
      const use = uses[place] as number;
      let byte = bytes[at] as number;
      if (use === SKIPPED) {
        while (byte !== separator && byte !== LF && byte !== CR) {
          if (byte === QUOTE) return -1;
          byte = bytes[(at += 1)] as number;
        }
      } else {
        while (byte === SPACE && separator !== SPACE) byte = bytes[(at += 1)] as number;
        const negative = byte === MINUS;
        if (negative || byte === PLUS) byte = bytes[(at += 1)] as number;
        const first = at;
        let value = 0;
        while (byte >= ZERO && byte <= NINE) {
          value = value * 10 + (byte - ZERO);
          byte = bytes[(at += 1)] as number;
        }
        let digits = at - first;
        if (byte === decimal) {
          byte = bytes[(at += 1)] as number;
          const point = at;
          while (byte >= ZERO && byte <= NINE) {
            value = value * 10 + (byte - ZERO);
            byte = bytes[(at += 1)] as number;
          }
          const behind = at - point;
          digits += behind;
          // A point by itself says nothing.
          if (digits === 0) return -1;
          value /= POWERS[behind] as number;
        } else if (digits === 0) {
          // Nothing between two separators is nothing known; a sign by itself is odd.
          if (negative) return -1;
          value = NaN;
        }
        if (digits > MOST_DIGITS) return -1;
        while (byte === SPACE && separator !== SPACE) byte = bytes[(at += 1)] as number;
        if (use === TIME) seconds = value * timeUnitS;
        else (columns[use] as Float32Array)[filled] = negative ? -value : value;
        if (use === TIME && negative) seconds = -seconds;
      }
      if (byte === separator) {
        // One separator more at the end of a line is of no column, and odd.
        if (place === width - 1) return -1;
        at += 1;
      } else if ((byte !== LF && byte !== CR) || place < width - 1) return -1;
    }
    if (bytes[at] === CR) {
      if (at + 1 === bytes.length) return -1;
      if (bytes[at + 1] === LF) at += 1;
    }
    if (this.wants.time !== null) {
      if (timeUnitS === 0 || Number.isNaN(seconds) || seconds < this.timeS) return -1;
      this.put(seconds);
    } else grown.next();
    return at + 1;
  }

  private put(seconds: number): void {
    this.timeS = seconds;
    const { time, filled } = this.grown;
    if (time !== null) time[filled] = seconds;
    this.grown.next();
  }

  /** Reads a line with anything in it that is no plain number. */
  private odd(bytes: Uint8Array, from: number, end: number): void {
    this.line += 1;
    if (this.line <= this.dialect.linesBefore) return;
    const { dialect, wants, uses, grown } = this;
    const row = this.split(bytes.subarray(from, end > from && bytes[end - 1] === CR ? end - 1 : end));
    if (row.every((cell) => cell.trim() === '')) return;
    const extra = row.slice(uses.length);
    if (row.length < uses.length || extra.some((cell) => cell.trim() !== ''))
      return this.refuse('fields', row);
    const seconds = wants.time === null ? NaN : this.secondsOf(row[wants.time.column] as string, wants.time);
    if (wants.time !== null) {
      if (Number.isNaN(seconds)) return this.refuse('time', row);
      if (seconds < this.timeS) return this.refuse('back', row);
    }
    wants.columns.forEach((place, i) => {
      const cell = row[place] as string;
      (grown.columns[i] as Float32Array)[grown.filled] = cellNumber(cell, dialect.decimal);
      if (cellKind(cell, dialect.decimal) === 'text') this.texts[i] = (this.texts[i] as number) + 1;
    });
    this.put(seconds);
  }

  private secondsOf(cell: string, { column, unitS }: NonNullable<TableWants['time']>): number {
    const { time: format, order } = this.dialect.columns[column] as Dialect['columns'][number];
    if (format === null) return cellNumber(cell, this.dialect.decimal) * unitS;
    const seconds = clockSeconds(cell, order);
    if (format === 'clock' && seconds + this.addS < this.timeS) {
      this.addS += wrapOf(this.timeS - this.addS, seconds);
    }
    return seconds + this.addS;
  }

  private refuse(why: Refusal, row: readonly string[]): void {
    this.refused[why] += 1;
    if (this.examples.length >= MOST_EXAMPLES) return;
    this.examples.push({ line: this.line, why, text: row.join(this.dialect.separator).slice(0, MOST_TEXT) });
  }
}

const TIME = -1;
const SKIPPED = -2;

/** A line with quotes in it is no longer than this: a quote that is never closed is a mark of inches, and holds up nothing. */
const MOST_QUOTED = 1 << 16;

/**
 * Where a line ends: at a line feed, or a lone carriage return, that stands in no quotes; −1 where it is not there yet.
 * @param last there are no more bytes behind these.
 */
function endOfLine(bytes: Uint8Array, from: number, last: boolean): number {
  let quoted = false;
  let first = -1;
  const most = Math.min(bytes.length, from + MOST_QUOTED);
  for (let i = from; i < most || (i < bytes.length && first < 0); i += 1) {
    const byte = bytes[i] as number;
    const ends = byte === LF || (byte === CR && i + 1 < bytes.length && bytes[i + 1] !== LF);
    if (byte === QUOTE) quoted = !quoted;
    else if (ends && !quoted) return i;
    else if (ends && first < 0) first = i;
  }
  return last || bytes.length >= from + MOST_QUOTED ? first : -1;
}

function joined(first: Uint8Array, second: Uint8Array): Uint8Array {
  const both = new Uint8Array(first.length + second.length);
  both.set(first);
  both.set(second, first.length);
  return both;
}
