import { z } from '@/core/field/schema';
import { reviewSchema } from '@/core/review/schema';
import type { LogEntry } from '../logs/logRecord';
import { jsonObject } from '../store/entryList';
import type { CalibrationEntry } from '../store/record';

/** What of a season can be found, and stands in its days. */
export const SEASON_KINDS = ['calibration', 'note', 'signOff', 'version', 'log', 'mark'] as const;
export type SeasonKind = (typeof SEASON_KINDS)[number];

/** One thing of a season: what it is, whose, when, in its own words, and where it is. */
export interface SeasonItem {
  readonly kind: SeasonKind;
  readonly id: string;
  readonly calibrationId: string;
  readonly calibration: string;
  /** When it was, ISO; null of what has no day. */
  readonly at: string | null;
  readonly title: string;
  readonly text: string;
  readonly href: string;
}

/** An engine of the garage: calibrations of the same description. */
export interface GarageEngine {
  /** In a few words; empty while it is not described. */
  readonly line: string;
  /** The newest first. */
  readonly calibrations: readonly CalibrationEntry[];
}

/** Words of a document that no list has. */
export interface DocumentWords {
  readonly note: string;
  readonly signOff: { readonly name: string; readonly date: string; readonly note: string } | null;
}

/** A version of a calibration, without its document. */
export interface VersionHead {
  readonly calibrationId: string;
  readonly id: string;
  readonly name: string;
  readonly takenAt: string;
}

const documentSchema = z.object({ document: z.object({ note: z.string(), review: reviewSchema }) });

/** The words in a stored record; null where it cannot be read. */
export function documentWords(text: string): DocumentWords | null {
  const read = documentSchema.safeParse(jsonObject(text));
  if (!read.success) return null;
  const { note, review } = read.data.document;
  return { note, signOff: review.signOff };
}

const versionSchema = z.object({
  id: z.string(),
  name: z.string(),
  takenAt: z.string(),
  kind: z.enum(['named', 'automatic']).default('named'),
});

/** A version by the beginning of its stored text; null for one that Lumbre took by itself, or that cannot be read. */
export function versionHead(calibrationId: string, text: string): VersionHead | null {
  const end = text.indexOf(',"document":');
  const read = versionSchema.safeParse(jsonObject(end < 0 ? text : `${text.slice(0, end)}}`));
  if (!read.success || read.data.kind === 'automatic') return null;
  const { id, name, takenAt } = read.data;
  return { calibrationId, id, name, takenAt };
}

/** Calibrations by the engine that they describe, the one that was changed last first; what is in the bin left out. */
export function enginesOf(entries: readonly CalibrationEntry[]): GarageEngine[] {
  const byLine = new Map<string, CalibrationEntry[]>();
  for (const entry of entries) {
    if (entry.deletedAt !== null) continue;
    byLine.set(entry.engineLine, [...(byLine.get(entry.engineLine) ?? []), entry]);
  }
  return [...byLine].map(([line, calibrations]) => ({ line, calibrations }));
}

/** What a season is made of. */
export interface SeasonOf {
  readonly entries: readonly CalibrationEntry[];
  readonly documents: ReadonlyMap<string, DocumentWords>;
  readonly versions: readonly VersionHead[];
  readonly logs: readonly LogEntry[];
}

/** All there is of a season, the newest first; what has no day last. */
export function seasonOf({ entries, documents, versions, logs }: SeasonOf): SeasonItem[] {
  const items = entries
    .filter(({ deletedAt }) => deletedAt === null)
    .flatMap((entry): SeasonItem[] => {
      const own = { calibrationId: entry.id, calibration: entry.name };
      const at = (page: string) => `/c/${entry.id}/${page}`;
      const words = documents.get(entry.id);
      const signOff = words?.signOff ?? null;
      return [
        {
          ...own,
          kind: 'calibration',
          id: entry.id,
          at: null,
          title: entry.name,
          text: entry.engineLine,
          href: at('build'),
        },
        ...(words === undefined || words.note.trim() === ''
          ? []
          : [
              {
                ...own,
                kind: 'note' as const,
                id: `note ${entry.id}`,
                at: null,
                title: `Note of ${entry.name}`,
                text: words.note,
                href: at('build'),
              },
            ]),
        ...(signOff === null
          ? []
          : [
              {
                ...own,
                kind: 'signOff' as const,
                id: `sign-off ${entry.id}`,
                at: signOff.date,
                title: `Signed off by ${signOff.name}`,
                text: signOff.note,
                href: at('review/sign'),
              },
            ]),
        ...versions
          .filter(({ calibrationId }) => calibrationId === entry.id)
          .map(({ id, name, takenAt }) => ({
            ...own,
            kind: 'version' as const,
            id,
            at: takenAt,
            title: `Version “${name}”`,
            text: '',
            href: at('versions'),
          })),
        ...logs
          .filter(({ calibrationId }) => calibrationId === entry.id)
          .flatMap((log) => logItems(log, entry)),
      ];
    });
  return items.sort((a, b) => (b.at ?? '').localeCompare(a.at ?? ''));
}

/** A log, and each of its marks that has words. */
function logItems(log: LogEntry, { id: calibrationId, name: calibration }: CalibrationEntry): SeasonItem[] {
  const href = `/c/${calibrationId}/logs/${log.id}`;
  const own = { calibrationId, calibration, at: log.startedAt };
  const minutes = Math.max(1, Math.round(log.forS / 60));
  const from = log.source.kind === 'file' ? `from ${log.source.name}` : 'recorded';
  return [
    {
      ...own,
      kind: 'log',
      id: log.id,
      title: `Log of ${minutes} min, ${from}`,
      text: log.note,
      href,
    },
    ...log.marks
      .filter(({ note }) => note.trim() !== '')
      .map(({ atS, note }, i) => ({
        ...own,
        kind: 'mark' as const,
        id: `${log.id} mark ${i}`,
        title: `Mark at ${Math.round(atS)} s`,
        text: note,
        href,
      })),
  ];
}

const plain = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();

/** The things in which every word that is looked for stands, whatever its accents and letters’ size; none for no word. */
export function foundBy(items: readonly SeasonItem[], looked: string): SeasonItem[] {
  const words = plain(looked).split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  return items.filter(({ title, text, calibration }) => {
    const all = plain(`${title} ${text} ${calibration}`);
    return words.every((word) => all.includes(word));
  });
}
