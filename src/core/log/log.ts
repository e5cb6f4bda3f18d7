import type { ChannelId } from '../channel';

/** The numbers of one channel. */
export type LogColumn = Float32Array | Float64Array;

/** A column that is no channel of ours: its name and unit as its source has them. */
export interface OwnLogColumn {
  readonly name: string;
  readonly unit: string;
  readonly values: LogColumn;
  /** The fewest decimals that lose nothing of it; null where none do, left out where nobody has looked. */
  readonly decimals?: number | null;
}

/** A recording: when each sample was taken, s, and a number of each channel at it; NaN where nothing was known. */
export interface Log {
  readonly timeS: Float64Array;
  readonly columns: Readonly<Partial<Record<ChannelId, LogColumn>>>;
  /** Columns of its source that are no channels. */
  readonly own?: readonly OwnLogColumn[];
}

/** A channel of a log at a sample; NaN where the log does not have it. */
export function logged({ columns }: Log, id: ChannelId, sample: number): number {
  return columns[id]?.[sample] ?? NaN;
}
