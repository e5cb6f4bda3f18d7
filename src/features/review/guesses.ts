import { type Calibration, fieldInfo, type FieldPath, isSetAside, valueAt } from '@/core/calibration';
import { LIFE_FIELDS } from '@/core/checks';
import type { Source } from '@/core/field';
import { isConfirmed, SOURCE_TEXT } from '@/core/field/schema';

/** A value that the engine lives on and that nobody vouches for. */
export interface Guess {
  readonly path: FieldPath;
  readonly label: string;
  /** Where it comes from, in a word. */
  readonly source: string;
}

/** The values an engine's life hangs on that nobody vouches for, in the order in which they are looked at. */
export function guesses(document: Calibration): Guess[] {
  return LIFE_FIELDS.flatMap((path) => {
    const value = valueAt(document, path) as { source?: Source; sources?: readonly Source[] } | null;
    const source = value?.source;
    if (source === undefined || isSetAside(document, path) || isConfirmed(source)) return [];
    return [{ path, label: fieldInfo(path)?.label ?? path, source: SOURCE_TEXT[source.kind].label }];
  });
}
