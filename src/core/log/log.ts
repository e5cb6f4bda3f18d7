import type { ChannelId } from '../channel';

/** The numbers of one channel. */
export type LogColumn = Float32Array | Float64Array;

/** A recording: when each sample was taken, s, and a number of each channel at it; NaN where nothing was known. */
export interface Log {
  readonly timeS: Float64Array;
  readonly columns: Readonly<Partial<Record<ChannelId, LogColumn>>>;
}

/** A channel of a log at a sample; NaN where the log does not have it. */
export function logged({ columns }: Log, id: ChannelId, sample: number): number {
  return columns[id]?.[sample] ?? NaN;
}
