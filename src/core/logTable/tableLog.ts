import type { ChannelId } from '../channel';
import { decimalsOf, type Log, type LogColumn, type OwnLogColumn } from '../log';
import type { Dialect } from './dialect';
import type { TableRead, TableWants } from './tableBody';
import { type TableContext, tableUnit } from './tableUnits';
import { type ColumnUse, TIME_UNITS } from './uses';

/** What is to be read of a table, by what its columns are taken for. @param rateHz rows in a second where no column is the time. */
export function wantsOf(uses: readonly ColumnUse[], rateHz: number): TableWants {
  const place = uses.findIndex(({ as }) => as === 'time');
  const time = uses[place];
  return {
    time: time?.as === 'time' ? { column: place, unitS: TIME_UNITS[time.unit] } : null,
    rateHz,
    columns: uses.flatMap(({ as }, i) => (as === 'channel' || as === 'own' ? i : [])),
  };
}

/**
 * A log of what was read of a table: channels in the units they are kept in, and columns of its own as they are. The numbers
 * are changed where they stand. Time begins at the first row.
 */
export function logOfTable(
  read: TableRead,
  { columns }: Dialect,
  uses: readonly ColumnUse[],
  context: TableContext,
): Log {
  const named: Partial<Record<ChannelId, LogColumn>> = {};
  const own: OwnLogColumn[] = [];
  const places = uses.flatMap((use, i) =>
    use.as === 'channel' || use.as === 'own' ? [[use, i] as const] : [],
  );
  places.forEach(([use, place], k) => {
    const values = read.columns[k] as Float32Array;
    if (use.as === 'channel') {
      const { toBase } = tableUnit(use.channel, use.unit);
      for (let i = 0; i < values.length; i += 1) values[i] = toBase(values[i] as number, context);
      named[use.channel] = values;
    } else {
      const { name = '', unit = '' } = columns[place] ?? {};
      own.push({ name, unit, values, decimals: decimalsOf(values) });
    }
  });
  const firstS = read.timeS[0] ?? 0;
  return { timeS: read.timeS.map((at) => at - firstS), columns: named, own };
}
