import type { Calibration } from './schema';

/** What somebody may not want to hand on. */
export interface LeftWords {
  /** What the calibration is called, and who signed it. */
  readonly names: boolean;
  /** Everything that was noted: of the whole, beside values, and why a finding was accepted. */
  readonly notes: boolean;
}

/** Stands where a name or a reason must be. */
const LEFT_OUT = 'Left out';

/**
 * A calibration without the words that are not to leave. Its numbers, and where each comes from, stay. A sign-off is of what was
 * signed, word for word: without it, it goes.
 */
export function withoutWords(document: Calibration, { names, notes }: LeftWords): Calibration {
  const plain = notes ? (withoutNotes(document) as Calibration) : document;
  const { accepted, signOff } = plain.review;
  return {
    ...plain,
    name: names ? LEFT_OUT : plain.name,
    review: {
      ...plain.review,
      accepted: notes ? accepted.map((one) => ({ ...one, reason: LEFT_OUT })) : accepted,
      signOff: names || notes ? null : signOff,
    },
  };
}

/** The same value with every note in it empty; that of a source may be missing, and is. */
function withoutNotes(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withoutNotes);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).flatMap(([key, one]): [string, unknown][] => {
    if (key !== 'note') return [[key, withoutNotes(one)]];
    return 'kind' in value ? [] : [[key, '']];
  });
  return Object.fromEntries(entries);
}
