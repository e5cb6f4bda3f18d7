import type { Calibration, FieldPath } from '../calibration';

/** Where something stands in the document: a field, the pin of a function, an output, a correction. */
export type Place = FieldPath | `pins.${string}` | `outputs.${string}` | `corrections.${string}`;

/** Something wrong with a document whose shape is right. */
export interface DocumentProblem {
  readonly path: Place;
  readonly message: string;
  /** Errors cannot stay; blocking ones would burn a part, so nothing is started with them; warnings are unwise. */
  readonly severity: 'error' | 'blocking' | 'warning';
}

/** A subject's rules: everything they find in a document. */
export type Rule = (document: Calibration) => DocumentProblem[];

/** An error at a place, or nothing for no message. */
export function errorAt(path: Place, message: string | null): DocumentProblem[] {
  return message === null ? [] : [{ path, message, severity: 'error' }];
}

/** What would burn a part, at a place, or nothing for no message. */
export function blockingAt(path: Place, message: string | null): DocumentProblem[] {
  return message === null ? [] : [{ path, message, severity: 'blocking' }];
}

/** A warning at a place, or nothing for no message. */
export function warningAt(path: Place, message: string | null): DocumentProblem[] {
  return message === null ? [] : [{ path, message, severity: 'warning' }];
}
