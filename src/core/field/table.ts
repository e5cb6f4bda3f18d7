import {
  type ConversionContext,
  formatSignificant,
  inUnit,
  parseAmount,
  STANDARD_CONTEXT,
  toBase,
  typedProblemMessage,
  unitOf,
} from '../units';
import type { TableColumn, TableFieldInfo, TableValue } from './field';

/** The table's rows in base units. */
export function tableRows(
  info: TableFieldInfo,
  table: Pick<TableValue, 'units' | 'rows'>,
  context?: ConversionContext,
): number[][] {
  return table.rows.map((row) =>
    row.map((amount, i) => {
      const column = info.columns[i] as TableColumn;
      return toBase(column.quantity, { amount, unit: table.units[i] as string }, context);
    }),
  );
}

/** The same table in other units: its numbers change, what they mean and where they come from does not. */
export function convertedTable(
  info: TableFieldInfo,
  table: TableValue,
  units: readonly string[],
  context?: ConversionContext,
): TableValue {
  const rows = table.rows.map((row) =>
    row.map((amount, i) => {
      const { quantity } = info.columns[i] as TableColumn;
      return inUnit(quantity, { amount, unit: table.units[i] as string }, units[i] as string, context);
    }),
  );
  return { ...table, units: [...units], rows };
}

/** What is wrong at a cell of a table. */
export interface TableProblem {
  readonly row: number;
  readonly column: number;
  readonly message: string;
}

/** Every cell outside its limits, and every row that does not increase. */
export function tableProblems(
  info: TableFieldInfo,
  table: Pick<TableValue, 'units' | 'rows'>,
  context?: ConversionContext,
): TableProblem[] {
  const rows = tableRows(info, table, context);
  return rows.flatMap((row, i) => {
    const found = row.flatMap((value, k) => {
      const message = cellProblem(info.columns[k] as TableColumn, value, table.units[k] as string, context);
      return message === null ? [] : [{ row: i, column: k, message }];
    });
    const before = rows[i - 1]?.[0];
    const first = row[0] as number;
    if (before !== undefined && first <= before) {
      const label = info.columns[0]?.label ?? '';
      found.push({
        row: i,
        column: 0,
        message: `${label} must increase from row to row; row ${i + 1} does not.`,
      });
    }
    return found;
  });
}

function cellProblem(
  column: TableColumn,
  base: number,
  unitId: string,
  context: ConversionContext | undefined,
): string | null {
  const slack = 1e-9 * Math.max(1, Math.abs(base));
  if (base >= column.min - slack && base <= column.max + slack) return null;
  const unit = unitOf(column.quantity, unitId);
  const at = (limit: number) => formatSignificant(unit.fromBase(limit, context ?? STANDARD_CONTEXT), 4);
  return `${column.label} must be between ${at(column.min)} and ${at(column.max)} ${unit.label}. Check the number and its unit.`;
}

/** A table being typed: not yet, or not again, a whole one. */
export interface TableDraft {
  readonly units: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** What a draft comes to: rows in order of the first column, or what is wrong in which row. */
export type TableDraftResult =
  | { readonly ok: true; readonly rows: number[][] }
  | { readonly ok: false; readonly problems: readonly TableProblem[]; readonly incomplete: boolean };

/** The stored table as a draft; empty rows for none. */
export function tableDraft(info: TableFieldInfo, table: TableValue | null): TableDraft {
  if (table !== null) {
    return {
      units: table.units,
      rows: table.rows.map((row) => row.map((amount) => formatSignificant(amount, 12))),
    };
  }
  return {
    units: info.columns.map((column) => column.unit),
    rows: Array.from({ length: info.minRows }, () => info.columns.map(() => '')),
  };
}

/**
 * Reads a draft. Wholly empty rows are left out; half-filled ones make it incomplete; a cell may carry its unit. Rows
 * are sorted by the first column; one that repeats is refused.
 */
export function readTableDraft(
  info: TableFieldInfo,
  draft: TableDraft,
  context?: ConversionContext,
): TableDraftResult {
  const problems: TableProblem[] = [];
  const rows: { from: number; cells: number[] }[] = [];
  let half = false;
  draft.rows.forEach((texts, row) => {
    const empty = texts.filter((text) => text.trim() === '').length;
    if (empty === texts.length) return;
    if (empty > 0) half = true;
    const cells = texts.map((text, column) => {
      if (text.trim() === '') return NaN;
      const read = readCell(
        info.columns[column] as TableColumn,
        text,
        draft.units[column] as string,
        context,
      );
      if (typeof read === 'number') return read;
      problems.push({ row, column, message: read.message });
      return NaN;
    });
    if (empty === 0 && cells.every((cell) => !Number.isNaN(cell))) rows.push({ from: row, cells });
  });
  rows.sort(
    (a, b) => firstInBase(info, draft, a.cells, context) - firstInBase(info, draft, b.cells, context),
  );
  rows.forEach(({ from, cells }, i) => {
    const before = rows[i - 1];
    if (before !== undefined && before.cells[0] === cells[0]) {
      const label = info.columns[0]?.label ?? '';
      const message = `${label} ${formatSignificant(cells[0] as number, 6)} is in row ${Math.min(before.from, from) + 1} already. Keep one of them.`;
      problems.push({ row: Math.max(before.from, from), column: 0, message });
    }
  });
  if (rows.length > info.maxRows) {
    problems.push({
      row: info.maxRows,
      column: 0,
      message: `A table holds ${info.maxRows} rows. Remove some.`,
    });
  }
  if (problems.length > 0) return { ok: false, problems, incomplete: false };
  if (half || rows.length < info.minRows) return { ok: false, problems: [], incomplete: true };
  return { ok: true, rows: rows.map(({ cells }) => cells) };
}

function firstInBase(
  info: TableFieldInfo,
  draft: TableDraft,
  cells: readonly number[],
  context: ConversionContext | undefined,
): number {
  const quantity = (info.columns[0] as TableColumn).quantity;
  return toBase(quantity, { amount: cells[0] as number, unit: draft.units[0] as string }, context);
}

/** A cell's amount in the column's unit, or what is wrong with it. */
function readCell(
  column: TableColumn,
  text: string,
  unit: string,
  context: ConversionContext | undefined,
): number | { readonly message: string } {
  const typed = parseAmount(
    column.quantity,
    text,
    unit,
    (amount) => cellProblem(column, toBase(column.quantity, amount, context), amount.unit, context) === null,
  );
  if (!typed.ok) return { message: typedProblemMessage(typed.problem) };
  const base = toBase(column.quantity, typed.value, context);
  const message = cellProblem(column, base, unit, context);
  if (message !== null) return { message };
  return typed.value.unit === unit
    ? typed.value.amount
    : unitOf(column.quantity, unit).fromBase(base, context ?? STANDARD_CONTEXT);
}

/**
 * Cells out of text copied from a spreadsheet: rows by line, cells by tab, or by semicolon or runs of spaces where
 * there are no tabs. Text stays as it was; what is no number is refused by the cell that takes it.
 */
export function pastedCells(text: string): string[][] {
  const lines = text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .filter((line) => line.trim() !== '');
  const separator = text.includes('\t') ? /\t/ : text.includes(';') ? /;/ : / {2,}| (?=[-+−\d])/;
  return lines.map((line) => line.split(separator).map((cell) => cell.trim()));
}
