import { useMemo } from 'react';
import type { ChannelId } from '@/core/channel';
import type { Log, LogColumn } from '@/core/log';
import { commonSpeeds, difference, overSpeed, overTime, type Pull } from '@/core/logCompare';

/** How two runs are laid over one another. */
export type Alignment =
  | { readonly by: 'speed'; readonly one: Pull; readonly other: Pull }
  /** The other log’s times are moved by so much, s. */
  | { readonly by: 'time'; readonly shiftS: number };

/** Both runs over one axis, and how they differ, each as a log of its own. */
export interface Runs {
  readonly one: Log;
  readonly other: Log;
  readonly differences: Log;
}

/** Two logs laid over one another, in those channels that both have. */
export function runsOf(one: Log, other: Log, ids: readonly ChannelId[], alignment: Alignment): Runs {
  const axis =
    alignment.by === 'speed'
      ? commonSpeeds(alignment.one, alignment.other)
      : commonTimes(one, other, alignment.shiftS);
  const along = (log: Log, values: LogColumn, isOther: boolean): Float32Array => {
    if (alignment.by === 'speed')
      return overSpeed(log, values, isOther ? alignment.other : alignment.one, axis);
    return overTime(log, values, axis, isOther ? alignment.shiftS : 0);
  };
  const columns = { one: {}, other: {}, differences: {} } as Record<
    keyof Runs,
    Partial<Record<ChannelId, LogColumn>>
  >;
  for (const id of ids) {
    const [mine, theirs] = [one.columns[id], other.columns[id]];
    if (mine === undefined || theirs === undefined) continue;
    const [a, b] = [along(one, mine, false), along(other, theirs, true)];
    columns.one[id] = a;
    columns.other[id] = b;
    columns.differences[id] = difference(a, b);
  }
  const logOf = (which: keyof Runs): Log => ({ timeS: axis, columns: columns[which] });
  return { one: logOf('one'), other: logOf('other'), differences: logOf('differences') };
}

/** The times of one log at which the other, moved, is there too. */
function commonTimes(one: Log, other: Log, shiftS: number): Float64Array {
  const [fromS, toS] = [(other.timeS[0] ?? 0) + shiftS, (other.timeS[other.timeS.length - 1] ?? 0) + shiftS];
  return one.timeS.filter((atS) => atS >= fromS && atS <= toS);
}

export function useRuns(one: Log, other: Log, ids: readonly ChannelId[], alignment: Alignment): Runs {
  return useMemo(() => runsOf(one, other, ids, alignment), [one, other, ids, alignment]);
}
