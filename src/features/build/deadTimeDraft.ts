import { completedDeadTime, type DeadTimeTable } from '@/core/injector';
import { DEAD_TIME_LIMITS, MAX_DEAD_TIME_POINTS } from '@/core/injector/schema';
import {
  type Amount,
  fromBase,
  inUnit,
  parseAmount,
  type QuantityId,
  typedProblemMessage,
} from '@/core/units';

/** A row of the table as typed: voltage, and a time for each pressure; empty where the sheet says nothing. */
export interface DraftRow {
  readonly volts: string;
  readonly times: readonly string[];
}

/** A table being typed: not yet, or not again, a valid one. */
export interface DeadTimeDraft {
  readonly unit: DeadTimeTable['unit'];
  readonly pressureUnit: DeadTimeTable['pressureUnit'];
  readonly pressures: readonly string[];
  readonly rows: readonly DraftRow[];
}

/** Something wrong in a row, or among the pressures (row −1). */
export interface DraftProblem {
  readonly row: number;
  readonly message: string;
}

/** What a draft comes to: a table in order of voltage and pressure, or what is wrong in which row. */
export type DraftResult =
  | { readonly ok: true; readonly table: Pick<DeadTimeTable, 'pressures' | 'rows'> }
  | { readonly ok: false; readonly problems: readonly DraftProblem[] }
  /** Nothing wrong, but not enough yet to be a table. */
  | { readonly ok: false; readonly problems: readonly []; readonly incomplete: true };

/** The stored table as a draft; an empty one for none. */
export function draftOf(table: DeadTimeTable | null, ratedPressureKpa: number | null): DeadTimeDraft {
  if (table === null) {
    // Times hold at a pressure that somebody knows: none is taken for granted.
    const pressures = [ratedPressureKpa === null ? '' : String(Number(ratedPressureKpa.toPrecision(6)))];
    return { unit: 'ms', pressureUnit: 'kPa', pressures, rows: [emptyRow(1), emptyRow(1)] };
  }
  return {
    unit: table.unit,
    pressureUnit: table.pressureUnit,
    pressures: table.pressures.map(String),
    rows: table.rows.map(({ volts, times }) => ({
      volts: String(volts),
      times: times.map((time) => (time === null ? '' : String(time))),
    })),
  };
}

/** A row with nothing in it. */
export function emptyRow(columns: number): DraftRow {
  return { volts: '', times: Array.from({ length: columns }, () => '') };
}

/**
 * What is filled in between for each row of a draft that stands as it is stored; null for one that does not. What is typed in one row
 * says nothing else of the others until the whole is a table again.
 */
export function filledRows(
  draft: DeadTimeDraft,
  stored: DeadTimeTable | null,
): readonly (readonly string[] | null)[] {
  const known = draftOf(stored, null);
  const columns = ({ unit, pressureUnit, pressures }: DeadTimeDraft) =>
    JSON.stringify([unit, pressureUnit, pressures]);
  if (stored === null || columns(draft) !== columns(known)) return draft.rows.map(() => null);
  const [factor, decimals] = stored.unit === 'us' ? [1000, 0] : [1, 2];
  const { ms } = completedDeadTime(stored);
  const places = new Map(known.rows.map((row, i) => [JSON.stringify(row), i]));
  return draft.rows.map((row) => {
    const place = places.get(JSON.stringify(row));
    return place === undefined ? null : (ms[place]?.map((time) => (time * factor).toFixed(decimals)) ?? null);
  });
}

const MAX_KPA = 1500;

/** Reads a draft. Rows without anything are left out; a row without its voltage or any time makes it incomplete. */
export function readDraft(draft: DeadTimeDraft): DraftResult {
  const { values: pressures, problems } = readPressures(draft);
  const rows: { volts: number; times: (number | null)[] }[] = [];
  const seen = new Map<number, number>();
  let half = false;
  draft.rows.forEach((row, i) => {
    const texts = row.times.map((text) => text.trim());
    if (row.volts.trim() === '' && texts.every((text) => text === '')) return;
    if (row.volts.trim() === '' || texts.every((text) => text === '')) {
      half = true;
      return;
    }
    const read = readRow(row, draft.unit);
    if ('message' in read) problems.push({ row: i, message: read.message });
    else {
      const earlier = seen.get(read.volts);
      if (earlier !== undefined) {
        problems.push({
          row: i,
          message: `${read.volts} V is in row ${earlier + 1} already. Keep one of them.`,
        });
      } else {
        seen.set(read.volts, i);
        rows.push(read);
      }
    }
  });
  if (rows.length > MAX_DEAD_TIME_POINTS) {
    problems.push({
      row: MAX_DEAD_TIME_POINTS,
      message: `A table holds ${MAX_DEAD_TIME_POINTS} voltages. Remove some.`,
    });
  }
  if (problems.length > 0) return { ok: false, problems };
  const fullest = Math.max(...pressures.map((_, k) => rows.filter(({ times }) => times[k] !== null).length));
  const unnamed = draft.pressures.some((text) => text.trim() === '');
  if (half || unnamed || fullest < 2) return { ok: false, problems: [], incomplete: true };
  const order = pressures
    .map((_, k) => k)
    .sort((a, b) => (pressures[a] as number) - (pressures[b] as number));
  return {
    ok: true,
    table: {
      pressures: order.map((k) => pressures[k] as number),
      rows: rows
        .sort((a, b) => a.volts - b.volts)
        .map(({ volts, times }) => ({ volts, times: order.map((k) => times[k] ?? null) })),
    },
  };
}

function readPressures(draft: DeadTimeDraft): { values: number[]; problems: DraftProblem[] } {
  const problems: DraftProblem[] = [];
  const most = fromBase('pressureDifference', MAX_KPA, draft.pressureUnit);
  const values = draft.pressures.map((text) => {
    if (text.trim() === '') return NaN;
    const read = typedIn('pressureDifference', text, draft.pressureUnit, { min: 1, max: most });
    if ('message' in read) problems.push({ row: -1, message: `Pressure: ${read.message}` });
    else if (read.value < 1 || read.value > most) {
      const message = `Pressure must be between 1 and ${Math.round(most)} ${draft.pressureUnit}. Check the unit.`;
      problems.push({ row: -1, message });
    }
    return 'message' in read ? NaN : read.value;
  });
  const named = values.filter((value) => !Number.isNaN(value));
  if (problems.length === 0 && new Set(named).size < named.length) {
    problems.push({ row: -1, message: 'Two columns have the same pressure. Change or remove one.' });
  }
  return { values, problems };
}

function readRow(
  row: DraftRow,
  unit: DeadTimeTable['unit'],
): { volts: number; times: (number | null)[] } | { message: string } {
  const { minVolts, maxVolts, minMs, maxMs } = DEAD_TIME_LIMITS;
  const volts = typedIn('voltage', row.volts, 'V', { min: minVolts, max: maxVolts });
  if ('message' in volts) return volts;
  if (volts.value < minVolts || volts.value > maxVolts) {
    return { message: `Voltage must be between ${minVolts} and ${maxVolts} V.` };
  }
  const times: (number | null)[] = [];
  for (const text of row.times) {
    if (text.trim() === '') {
      times.push(null);
      continue;
    }
    const perMs = unit === 'us' ? 1000 : 1;
    const time = typedIn('duration', text, unit, { min: minMs * perMs, max: maxMs * perMs });
    if ('message' in time) return time;
    const message = timeProblem(time.value, unit);
    if (message !== null) return { message };
    times.push(time.value);
  }
  return { volts: volts.value, times };
}

/** What a cell comes to in the table’s unit, whichever unit was typed in it. */
function typedIn(
  quantity: QuantityId,
  text: string,
  unit: string,
  { min, max }: { min: number; max: number },
): { readonly value: number } | { readonly message: string } {
  const inOwn = (amount: Amount) => inUnit(quantity, amount, unit);
  const typed = parseAmount(quantity, text, unit, (amount) => inOwn(amount) >= min && inOwn(amount) <= max);
  return typed.ok ? { value: inOwn(typed.value) } : { message: typedProblemMessage(typed.problem) };
}

function timeProblem(time: number, unit: DeadTimeTable['unit']): string | null {
  const { minMs, maxMs } = DEAD_TIME_LIMITS;
  const ms = unit === 'us' ? time / 1000 : time;
  if (ms > maxMs && unit === 'ms' && time >= 100) {
    return `${time} ms is no dead time; it looks like µs. Switch the table to µs, or type ${time / 1000}.`;
  }
  if (ms < minMs || ms > maxMs) {
    const factor = unit === 'us' ? 1000 : 1;
    const label = unit === 'us' ? 'µs' : 'ms';
    return `Dead time must be between ${minMs * factor} and ${maxMs * factor} ${label}. Check the unit.`;
  }
  return null;
}

/** A stored table in other units: its numbers change, what they mean does not. */
export function inUnits(
  table: DeadTimeTable,
  to: Pick<DeadTimeTable, 'unit' | 'pressureUnit'>,
): Pick<DeadTimeTable, 'unit' | 'pressureUnit' | 'pressures' | 'rows'> {
  return {
    unit: to.unit,
    pressureUnit: to.pressureUnit,
    pressures: table.pressures.map((each) =>
      inUnit('pressureDifference', { amount: each, unit: table.pressureUnit }, to.pressureUnit),
    ),
    rows: table.rows.map(({ volts, times }) => ({
      volts,
      times: times.map((time) =>
        time === null ? null : inUnit('duration', { amount: time, unit: table.unit }, to.unit),
      ),
    })),
  };
}

/**
 * A draft out of cells pasted from a spreadsheet: voltage first, then a time for each pressure. A first row whose first
 * cell holds no number is taken as the pressures.
 */
export function draftFromCells(draft: DeadTimeDraft, cells: readonly (readonly string[])[]): DeadTimeDraft {
  const [first = [], ...others] = cells;
  const headed = others.length > 0 && !/\d/.test(first[0] ?? '');
  const rows = headed ? others : cells;
  const width = Math.max(1, ...rows.map((row) => row.length - 1));
  const heading = headed ? first.slice(1).map((text) => text.replace(/[^\d.,]/g, '')) : [];
  const pressures = Array.from({ length: width }, (_, k) => {
    const named = heading[k];
    return named !== undefined && named !== '' ? named : (draft.pressures[k] ?? '');
  });
  return {
    ...draft,
    pressures,
    rows: rows.map((row) => ({
      volts: row[0] ?? '',
      times: Array.from({ length: width }, (_, k) => row[k + 1] ?? ''),
    })),
  };
}
