import { CHANNELS } from '@/core/channel';
import {
  type ColumnUse,
  REFUSALS,
  type Refusal,
  type TableColumn,
  tableUnitsOf,
  type TimeUnit,
} from '@/core/logTable';
import { formatNumber } from '@/core/units';
import type { LogFileRead } from '@/workers/logFileClient';

/** Units of a time, as they are chosen. */
export const TIME_UNIT_LABELS: Readonly<Record<TimeUnit, string>> = {
  s: 's',
  ms: 'ms',
  us: 'µs',
  min: 'min',
  h: 'h',
  day: 'days',
};

/** What a column is taken for, in words. */
export function takenWords(use: ColumnUse, column: TableColumn): string {
  if (use.as === 'own') return 'Kept under its own name';
  if (use.as === 'left') return 'Left out';
  if (use.as === 'time')
    return column.time === null ? `Time, ${TIME_UNIT_LABELS[use.unit]}` : 'Time, as a clock';
  const unit = tableUnitsOf(use.channel).find(({ id }) => id === use.unit)?.label ?? '';
  return `${CHANNELS[use.channel].label}${unit === '' ? '' : `, ${unit}`}`;
}

/** A column as it stands in its file, with its unit. */
export function columnWords({ name, unit }: TableColumn): string {
  return `${name}${unit === '' ? '' : ` [${unit}]`}`;
}

/** The first cells of a column, to know it by. */
export function firstCells({ first }: TableColumn): string {
  const said = first.map((cell) => cell.trim()).filter((cell) => cell !== '');
  return said.length === 0 ? 'nothing in its first rows' : said.slice(0, 3).join(' · ');
}

/** What was refused of a file, in sentences. */
export function refusedWords(refused: Readonly<Record<Refusal, number>>): string[] {
  return (Object.keys(REFUSALS) as Refusal[]).flatMap((why) => {
    const count = refused[why];
    return count === 0
      ? []
      : [`${formatNumber(count, 0)} ${count === 1 ? 'line' : 'lines'}: ${REFUSALS[why].toLowerCase()}`];
  });
}

/** Shown of the lines themselves. */
const MOST_LINES = 8;

/** What of a file could not be read, in sentences: how much, and the first lines of it. */
export function notReadWords({ refused, examples, texts }: Omit<LogFileRead, 'log'>): string[] {
  return [
    ...refusedWords(refused),
    ...examples.slice(0, MOST_LINES).map(({ line, text }) => `Line ${line}: ${text}`),
    ...(texts === 0
      ? []
      : [
          `${formatNumber(texts, 0)} ${texts === 1 ? 'cell says' : 'cells say'} something that is no number: nothing is known there.`,
        ]),
  ];
}
