import { CHANNEL_IDS, type ChannelId } from '@/core/channel';
import { z } from '@/core/field/schema';
import { MOST_DECIMALS } from '@/core/logPages';

/** Where a log came from. */
export type LogSource =
  | {
      readonly kind: 'recorded';
      /** Who was recorded, as it named itself. */
      readonly ecu: string;
      readonly rateHz: number;
      /** Something was edited in it meanwhile: what is kept with the log is what it held at the end. */
      readonly edited: boolean;
    }
  | {
      readonly kind: 'file';
      readonly name: string;
      /** Lines that were no row. */
      readonly refused: number;
      /** What could not be read of it, in sentences. */
      readonly said: readonly string[];
      /** What each of its columns was taken for; empty of what was kept before that was. */
      readonly taken: readonly TakenColumn[];
    };

/** A column of a file, and what it was taken for, in words. */
export interface TakenColumn {
  /** As it stands in the file, with its unit. */
  readonly column: string;
  readonly as: string;
}

/** A moment that somebody marked. */
export interface LogMark {
  /** From the beginning of the log. */
  readonly atS: number;
  readonly note: string;
}

/** A column that is no channel of ours: what it is called in its file, its unit there, and its decimals. */
export interface OwnColumn {
  readonly name: string;
  readonly unit: string;
  readonly decimals: number | null;
}

/** What is known of a log beside its numbers. */
export interface LogEntry {
  readonly id: string;
  readonly calibrationId: string;
  readonly calibration: string;
  readonly source: LogSource;
  readonly startedAt: string;
  readonly channels: readonly ChannelId[];
  readonly own: readonly OwnColumn[];
  /** Samples stored so far, and over how long a time, s. */
  readonly samples: number;
  readonly forS: number;
  /** The clock at its first sample, s; null before there is one. */
  readonly firstS: number | null;
  /** In how many whole pages, and in how many parts behind them that are no page yet. */
  readonly pages: number;
  readonly parts: number;
  /** Logs of old are parts of rows that are not packed. */
  readonly coding: 'rows' | 'packed';
  /** Characters that they take in storage. */
  readonly size: number;
  /** How it came to its end; null while it is recorded, or where the page was closed meanwhile. */
  readonly ended: 'stopped' | 'lost' | null;
  readonly marks: readonly LogMark[];
  readonly note: string;
}

/** The longest note, of a log or a mark. */
export const MOST_NOTE = 500;
const MOST_MARKS = 1000;
const count = z.number().int().min(0);
const channels = z.array(z.enum(CHANNEL_IDS as [ChannelId, ...ChannelId[]]));

const source = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('recorded'),
    ecu: z.string(),
    rateHz: z.number().positive(),
    edited: z.boolean(),
  }),
  z.object({
    kind: z.literal('file'),
    name: z.string(),
    refused: count,
    said: z.array(z.string()),
    taken: z.array(z.object({ column: z.string(), as: z.string() })).default([]),
  }),
]);

/** Marks as they may be. */
export const marksSchema = z
  .array(z.object({ atS: z.number(), note: z.string().max(MOST_NOTE) }))
  .max(MOST_MARKS);

const entry = z.object({
  id: z.string(),
  calibrationId: z.string(),
  calibration: z.string(),
  source,
  startedAt: z.string(),
  channels,
  own: z.array(
    z.object({ name: z.string(), unit: z.string(), decimals: count.max(MOST_DECIMALS).nullable() }),
  ),
  samples: count,
  forS: z.number().min(0),
  firstS: z.number().nullable(),
  pages: count,
  parts: count,
  coding: z.enum(['rows', 'packed']),
  size: count,
  ended: z.enum(['stopped', 'lost']).nullable(),
  marks: marksSchema,
  note: z.string().max(MOST_NOTE),
});

/** Entries as they were before logs were packed. */
const ofOld = z
  .object({
    id: z.string(),
    calibrationId: z.string(),
    calibration: z.string(),
    ecu: z.string(),
    startedAt: z.string(),
    rateHz: z.number().positive(),
    channels,
    samples: count,
    chunks: count,
    ended: z.enum(['stopped', 'lost']).nullable(),
  })
  .transform(({ ecu, rateHz, chunks, ...old }): LogEntry => ({
    ...old,
    source: { kind: 'recorded', ecu, rateHz, edited: false },
    own: [],
    forS: old.samples / rateHz,
    firstS: null,
    pages: 0,
    parts: chunks,
    coding: 'rows',
    size: Math.ceil((old.samples * old.channels.length * 16) / 3),
    marks: [],
    note: '',
  }));

/** Reads an entry from its text. */
export const logEntrySchema: z.ZodType<LogEntry> = z.union([entry, ofOld]);

/**
 * The rows of a part of old, 32-bit numbers, from its text.
 * @throws {RangeError} where it is not whole rows of so many channels.
 */
export function rowsOfOld(text: string, width: number): Float32Array {
  const binary = atob(text);
  const bytes = Uint8Array.from(binary, (letter) => letter.charCodeAt(0));
  if (bytes.length % (4 * width) !== 0) throw new RangeError('A part of the log is cut off');
  return new Float32Array(bytes.buffer);
}
