import { CHANNEL_IDS, type ChannelId, channelQuantity, CHANNELS } from '../channel';
import { unitOf } from '../units';
import { decimalsOf } from './decimals';
import type { Log, LogColumn } from './log';

/** Time is kept to so many decimals of a second. */
const TIME_DECIMALS = 4;
/** Readings are kept to so many decimals more than they are shown with: what is made of them is finer than what is read. */
const MORE_DECIMALS = 2;
/** Digits that lose nothing of a number of single precision. */
const SINGLE_DIGITS = 9;

/** To how many decimals a channel of a log is kept, and written to a file. */
export function loggedDecimals(id: ChannelId): number {
  return id === 'time' ? TIME_DECIMALS : CHANNELS[id].decimals + MORE_DECIMALS;
}

/** A column of a log as it is written: its name, its unit, and its numbers as text; empty where nothing is known. */
interface WrittenColumn {
  readonly name: string;
  readonly unit: string;
  readonly values: LogColumn;
  readonly text: (value: number) => string;
}

/** The columns of a log in the order they are written; none in which nothing is ever known. */
function written({ columns, own = [] }: Log): readonly WrittenColumn[] {
  const isKnown = (values: LogColumn) => values.some((value) => !Number.isNaN(value));
  const channels = CHANNEL_IDS.flatMap((id): WrittenColumn[] => {
    const values = columns[id];
    if (id === 'time' || values === undefined || !isKnown(values)) return [];
    const { quantity, unit } = channelQuantity(id);
    const decimals = loggedDecimals(id);
    return [
      {
        name: CHANNELS[id].logColumn,
        unit: unitOf(quantity, unit).label,
        values,
        text: (value) => String(Number(value.toFixed(decimals))),
      },
    ];
  });
  return [
    ...channels,
    ...own
      .filter(({ values }) => isKnown(values))
      .map((column) => {
        const { decimals = decimalsOf(column.values) } = column;
        const digits = (value: number) =>
          decimals === null ? value.toPrecision(SINGLE_DIGITS) : value.toFixed(decimals);
        return { ...column, text: (value: number) => String(Number(digits(value))) };
      }),
  ];
}

/** A log as it is written row by row. */
export interface WrittenLog {
  /** Names and units, a row each. */
  readonly head: readonly [names: readonly string[], units: readonly string[]];
  readonly length: number;
  /** The cells of a row. */
  readonly row: (i: number) => string[];
}

/** A log as rows of a table: names, units, then a row a sample. */
export function writtenLog(log: Log): WrittenLog {
  const columns = written(log);
  const time = CHANNELS.time;
  return {
    head: [
      [time.logColumn, ...columns.map(({ name }) => name)],
      ['s', ...columns.map(({ unit }) => unit)],
    ],
    length: log.timeS.length,
    row: (i) => [
      (log.timeS[i] as number).toFixed(TIME_DECIMALS),
      ...columns.map(({ values, text }) => {
        const value = values[i] as number;
        return Number.isNaN(value) ? '' : text(value);
      }),
    ],
  };
}
