import {
  baseValue,
  type Calibration,
  definitionAt,
  fieldInfo,
  type FieldPath,
  isFieldPath,
  isSetAside,
  mapAt,
  SECTION_IDS,
  sectionFields,
  tableAt,
  usedMaps,
  valueAt,
} from '../calibration';
import { rowCount } from '../map/schema';
import { contentSum } from '../numeric';
import { outputWords } from '../outputs';
import { type Covered, MAX_COVERED_WORDS } from '../review';
import type { Place } from './entry/check';
import { valueWords } from './ledger';

/**
 * Everything in a calibration that an engine is run by, each with what it says and a sum of it: the fields that count, the
 * maps in use, pins, outputs and corrections. Where a value comes from is no part of it: to vouch for one changes nothing.
 */
export function covered(document: Calibration): Covered[] {
  return [
    ...SECTION_IDS.flatMap(sectionFields).flatMap((path) => fieldCovered(document, path)),
    ...pinsCovered(document),
    ...document.outputs.map((output) =>
      entry(`outputs.${output.id}`, `${output.name}: ${outputWords(output)}`, { ...output, source: null }),
    ),
    ...document.corrections.map(({ map, ...correction }) =>
      entry(`corrections.${correction.id}`, correction.name, [correction, map.x, map.y, map.values]),
    ),
    ...usedMaps(document).flatMap((id) => {
      const map = mapAt(document, id);
      if (map === null) return [];
      const { x, y, values } = map;
      return [entry(`maps.${id}`, sizeWords(document, id, map), [x, y, values])];
    }),
  ];
}

function fieldCovered(document: Calibration, path: FieldPath): Covered[] {
  const value = valueAt(document, path) as object | null;
  if (value === null || isSetAside(document, path)) return [];
  return [entry(path, valueWords(path, value), fieldNumbers(document, path, value))];
}

/** What a field says, in base units where it has any. */
function fieldNumbers(document: Calibration, path: FieldPath, value: object): unknown {
  switch (fieldInfo(path)?.kind) {
    case 'quantity':
      return baseValue(document, path);
    case 'table':
      return tableAt(document, path);
    case 'choice':
    case 'order':
      return (value as { value: unknown }).value;
    default:
      return (value as { rows?: unknown }).rows ?? value;
  }
}

function pinsCovered({ pins: { ecu, assignments } }: Calibration): Covered[] {
  if (ecu === null) return [];
  return [
    entry('pins.ecu', ecu.name, ecu),
    ...assignments.map(({ function: id, pin }) => entry(`pins.${id}`, `pin ${pin}`, pin)),
  ];
}

function sizeWords(
  document: Calibration,
  id: Parameters<typeof definitionAt>[1],
  map: { x: number[]; y: number[] },
) {
  return definitionAt(document, id).y === null
    ? `${map.x.length} points`
    : `${map.x.length} × ${rowCount(map)} cells`;
}

function entry(place: string, words: string, content: unknown): Covered {
  return { place, words: shortened(words), sum: contentSum(content) };
}

/** One thing that is another than before: null where it was not there, or is not there any more. */
export interface PlaceChange {
  readonly place: Place;
  readonly before: string | null;
  readonly now: string | null;
}

/** What is not as it was: first what is another or new, then what is gone. */
export function changesBetween(before: readonly Covered[], now: readonly Covered[]): PlaceChange[] {
  const was = new Map(before.map((entry) => [entry.place, entry]));
  const is = new Set(now.map(({ place }) => place));
  const gone = before.filter(({ place }) => !is.has(place));
  const others = now.flatMap((entry): PlaceChange[] => {
    const place = entry.place as Place;
    const old = was.get(entry.place);
    if (old === undefined) return [{ place, before: null, now: entry.words }];
    return isSame(old, entry) ? [] : [{ place, before: old.words, now: entry.words }];
  });
  return [
    ...others,
    ...gone.map(({ place, words }) => ({ place: place as Place, before: words, now: null })),
  ];
}

/** A quantity that reads as before is as before: what its base value leans on, altitude or density, is a change of its own. */
function isSame(before: Covered, now: Covered): boolean {
  if (before.sum === now.sum) return true;
  const { place } = now;
  return isFieldPath(place) && fieldInfo(place)?.kind === 'quantity' && before.words === now.words;
}

/** Words as long as a sign-off keeps them. */
function shortened(words: string): string {
  return words.length <= MAX_COVERED_WORDS ? words : `${words.slice(0, MAX_COVERED_WORDS - 1)}…`;
}
