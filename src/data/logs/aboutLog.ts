import { z } from '@/core/field/schema';
import { type LogEntry, type LogMark, marksSchema, MOST_NOTE } from './logRecord';

/** What a package says of the log in it, beside its numbers. */
export interface AboutLog {
  readonly startedAt: string;
  /** Who or what it was recorded from. */
  readonly of: string;
  readonly calibration: string;
  readonly marks: readonly LogMark[];
  readonly note: string;
}

const FORMAT = 'lumbre-log';
const about = z.object({
  format: z.literal(FORMAT),
  startedAt: z.iso.datetime(),
  of: z.string().max(200),
  calibration: z.string().max(60),
  marks: marksSchema,
  note: z.string().max(MOST_NOTE),
});

/** What may be left out of it. */
export interface LeftOfLog {
  readonly names: boolean;
  readonly notes: boolean;
  /** The time of the day. */
  readonly hours: boolean;
}

/** What is said of a log, without what is not to leave. */
export function aboutLog(entry: LogEntry, { names, notes, hours }: LeftOfLog): AboutLog {
  const { source, startedAt, calibration, marks, note } = entry;
  const of = source.kind === 'recorded' ? source.ecu : source.name;
  return {
    startedAt: hours ? `${startedAt.slice(0, 10)}T00:00:00.000Z` : startedAt,
    of: names ? '' : of,
    calibration: names ? '' : calibration,
    marks: notes ? marks.map(({ atS }) => ({ atS, note: '' })) : marks,
    note: notes ? '' : note,
  };
}

/** As text of a file. */
export function aboutText(said: AboutLog): string {
  return `${JSON.stringify({ format: FORMAT, ...said }, null, 2)}\n`;
}

/** Reads such a text; null where it is none. */
export function readAbout(text: string): AboutLog | null {
  try {
    const { format: _, ...said } = about.parse(JSON.parse(text));
    return said;
  } catch {
    return null;
  }
}
