import type { Calibration, FieldPath } from '../calibration';
import type { ShownUnits } from '../map';

/** Where something stands in the document: a field, the pin of a function, an output, a correction. */
export type Place = FieldPath | `pins.${string}` | `outputs.${string}` | `corrections.${string}`;

/** Errors cannot stay; blocking ones would burn a part, so nothing is started with them; warnings are unwise. */
export type Severity = 'error' | 'blocking' | 'warning';

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

/** What a check looks for in a document, and how it says what it found. One entry in a subject’s list. */
export interface Check {
  readonly id: string;
  readonly severity: Severity;
  readonly find: (document: Calibration) => readonly Finding[];
  /** A sentence or two: what is wrong, and what to do. */
  readonly say: (data: FindingData, units: ShownUnits) => string;
}

/** Something found, before it has its check’s name. */
export interface Found<Data extends FindingData> {
  readonly place: Place;
  readonly data: Data;
}

/** Makes a check of its parts; `find` may give one finding, several or null. */
export function check<Data extends FindingData>(entry: {
  readonly id: string;
  readonly severity: Severity;
  readonly find: (document: Calibration) => Found<Data> | readonly Found<Data>[] | null;
  readonly say: (data: Data, units: ShownUnits) => string;
}): Check {
  const { id, severity, find, say } = entry;
  return {
    id,
    severity,
    find: (document) => {
      const found = find(document);
      const list = found === null ? [] : 'place' in found ? [found] : found;
      return list.map(({ place, data }) => ({ id, severity, place, data }));
    },
    // The data are this check’s own: nobody else gives it any.
    say: (data, units) => say(data as Data, units),
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
