import type { Calibration, FieldPath, MapKey } from '../../calibration';
import type { ShownUnits } from '../../units';
import type { Remedy } from './remedy';

/** Where something stands in the document: a field, the pin of a function, an output, a correction, a map. */
export type Place =
  FieldPath | `pins.${string}` | `outputs.${string}` | `corrections.${string}` | `maps.${MapKey}`;

/**
 * What is in the way of the first start, what is unwise, what is worth a look. Nothing is started or sent while something
 * blocks; the others can be accepted with a reason.
 */
export type Severity = 'blocks' | 'warns' | 'advises';

/** A part of the document that a check reads. */
export type Part = Exclude<keyof Calibration, 'format' | 'version' | 'name' | 'note' | 'lineage'>;

/** What a check puts into a finding: plain values, in base units. */
export type FindingData = Readonly<Record<string, unknown>>;

/** What one check found at one place: data only. Words are made of it by `findingWords`. */
export interface Finding {
  /** The check it comes from. */
  readonly id: string;
  readonly severity: Severity;
  readonly place: Place;
  readonly data: FindingData;
}

/** What a check looks for in a document, and how it says what it found. One file, called by its id. */
export interface Check {
  readonly id: string;
  /** What it is about, in a few words. */
  readonly title: string;
  readonly severity: Severity;
  /** The parts of the document that it reads: it is asked again when one of them changes. */
  readonly reads: readonly Part[];
  /** Why it matters, in a sentence. */
  readonly why: string;
  readonly find: (document: Calibration) => readonly Finding[];
  /** A sentence or two: what is wrong with its numbers, and what to do. */
  readonly say: (data: FindingData, units: ShownUnits) => string;
  /** The page on which a proposal for it is computed, where there is one of its own. */
  readonly proposedAt?: string;
  /** What would cure it, where that can be computed; null where it cannot here. */
  readonly remedy?: (document: Calibration, found: Found<FindingData>) => Remedy | null;
}

/** Something found, before it has its check’s name. */
export interface Found<Data extends FindingData> {
  readonly place: Place;
  readonly data: Data;
}

/** Makes a check of its parts; `find` may give one finding, several or null. */
export function check<Data extends FindingData>(
  entry: Omit<Check, 'find' | 'say' | 'remedy'> & {
    readonly find: (document: Calibration) => Found<Data> | readonly Found<Data>[] | null;
    readonly say: (data: Data, units: ShownUnits) => string;
    readonly remedy?: (document: Calibration, found: Found<Data>) => Remedy | null;
  },
): Check {
  const { id, severity, find, say, remedy, ...rest } = entry;
  return {
    id,
    severity,
    ...rest,
    find: (document) => {
      const found = find(document);
      const list = found === null ? [] : 'place' in found ? [found] : found;
      return list.map(({ place, data }) => ({ id, severity, place, data }));
    },
    // The data are this check’s own: nobody else gives it any.
    say: (data, units) => say(data as Data, units),
    ...(remedy === undefined ? {} : { remedy: (document, found) => remedy(document, found as Found<Data>) }),
  };
}

/** A finding at a place where something is so, or none. */
export function foundWhen<Data extends FindingData>(
  isSo: boolean,
  place: Place,
  data: Data,
): Found<Data> | null {
  return isSo ? { place, data } : null;
}
