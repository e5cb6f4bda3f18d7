import { z } from '@/core/field/schema';
import { CHANNEL_IDS, type ChannelId } from '@/core/channel';

/** What is known of a recorded log beside its numbers. */
export interface LogEntry {
  readonly id: string;
  readonly calibrationId: string;
  readonly calibration: string;
  /** Who was recorded, as it named itself. */
  readonly ecu: string;
  readonly startedAt: string;
  readonly rateHz: number;
  readonly channels: readonly ChannelId[];
  /** Rows stored so far, and in how many chunks. */
  readonly samples: number;
  readonly chunks: number;
  /** How it came to its end; null while it is recorded, or where the page was closed meanwhile. */
  readonly ended: 'stopped' | 'lost' | null;
}

/** Reads an entry from its text; null where it is none. */
export const logEntrySchema = z.object({
  id: z.string(),
  calibrationId: z.string(),
  calibration: z.string(),
  ecu: z.string(),
  startedAt: z.string(),
  rateHz: z.number().positive(),
  channels: z.array(z.enum(CHANNEL_IDS as [ChannelId, ...ChannelId[]])),
  samples: z.number().int().min(0),
  chunks: z.number().int().min(0),
  ended: z.enum(['stopped', 'lost']).nullable(),
});

/** Rows of a chunk as text: 32-bit numbers, row by row, in base 64. */
export function chunkText(rows: Float32Array): string {
  const bytes = new Uint8Array(rows.buffer, rows.byteOffset, rows.byteLength);
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x2000) {
    text += String.fromCharCode(...bytes.subarray(i, i + 0x2000));
  }
  return btoa(text);
}

/**
 * The rows of a chunk from its text.
 * @throws {RangeError} where it is not whole rows of so many channels.
 */
export function chunkRows(text: string, channels: number): Float32Array {
  const binary = atob(text);
  const bytes = Uint8Array.from(binary, (letter) => letter.charCodeAt(0));
  if (bytes.length % (4 * channels) !== 0) throw new RangeError('A part of the log is cut off');
  return new Float32Array(bytes.buffer);
}
