import { type Calibration, fieldInfo, isFieldPath, valueAt } from '@/core/calibration';
import { pageOf, type Place, placeLabel, valueWords } from '@/core/checks';
import type { Drafts } from './drafts';
import { usePartLater } from './documentParts';
import { useSession } from './sessionStore';

/** Text in a field that is not a value: what was there before stays in use. */
export interface Waiting {
  readonly label: string;
  /** What was typed; null for a table, of which a part is. */
  readonly typed: string | null;
  /** What stays in use; null for nothing. */
  readonly inUse: string | null;
  /** The page it is typed on: "build/injectors". */
  readonly page: string;
  readonly place: Place;
}

/** A place where any text is a value: it waits for nothing but its box to be left. */
const TAKEN_AS_TYPED = /^note$|\.wire$/;

/** The fields of a calibration in which text waits that is not a value. */
export function waitingIn(document: Calibration, drafts: Drafts): Waiting[] {
  return Object.entries(drafts).flatMap(([path, text]): Waiting[] => {
    if (TAKEN_AS_TYPED.test(path)) return [];
    if (isFieldPath(path)) {
      const kind = fieldInfo(path)?.kind;
      const value = valueAt(document, path) as object | null;
      return [
        {
          label: placeLabel(document, path),
          typed: kind === 'table' || kind === 'deadTime' ? null : text,
          inUse: value === null ? null : valueWords(path, value),
          page: pageOf(path),
          place: path,
        },
      ];
    }
    const [part = '', id = ''] = path.split('.');
    if (part !== 'outputs' && part !== 'corrections') return [];
    const place: Place = `${part}.${id}`;
    return [{ label: placeLabel(document, place), typed: text, inUse: null, page: pageOf(place), place }];
  });
}

/** The fields of the open calibration in which text waits, a moment after it was typed. */
export function useWaiting(document: Calibration): Waiting[] {
  return waitingIn(document, usePartLater(useSession, draftsOf));
}

const draftsOf = ({ drafts }: { readonly drafts: Drafts }): Drafts => drafts;

/** What waits in a field, in a sentence. */
export function waitingWords({ label, typed, inUse }: Waiting): string {
  const what =
    typed === null ? `The rows typed in ${label} are not a table yet` : `${label}: “${typed}” is not a value`;
  return inUse === null
    ? `${what}, and is not used.`
    : `${what}; ${inUse} ${typed === null ? 'stay' : 'stays'} in use.`;
}
