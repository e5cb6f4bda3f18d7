import { type Calibration, type FieldPath, isFieldPath, sectionAt, splitPath, valueAt } from '../calibration';
import type { Place } from '../checks';
import type { MapId } from '../program';

/** Puts what another calibration has at some places into a draft; what it does not have there is taken away. */
export function putPlaces(draft: Calibration, from: Calibration, places: readonly Place[]): void {
  for (const place of places) {
    if (isFieldPath(place)) putField(draft, from, place);
    else putOther(draft, from, place);
  }
}

/** Fields of which a choice beside them says whether they count: it comes along. */
function putField(draft: Calibration, from: Calibration, path: FieldPath): void {
  const { section, key } = splitPath(path);
  sectionAt(draft, section)[key] = valueAt(from, path);
  if (path === 'engine.bore' || path === 'engine.displacement') draft.engine.geometry = from.engine.geometry;
  if (section === 'cams') draft.cams.givenBy = from.cams.givenBy;
}

function putOther(draft: Calibration, from: Calibration, place: Place): void {
  const at = place.indexOf('.');
  const [part, id] = [place.slice(0, at), place.slice(at + 1)];
  switch (part) {
    case 'maps':
      putMap(draft, from, id as MapId);
      return;
    case 'outputs':
      draft.outputs = listWith(draft.outputs, from.outputs, (output) => output.id === id);
      return;
    case 'corrections':
      draft.corrections = listWith(draft.corrections, from.corrections, (own) => own.id === id);
      return;
    case 'pins':
      if (id === 'ecu') draft.pins.ecu = from.pins.ecu;
      else {
        const { assignments } = draft.pins;
        const isIt = (entry: { function: string }) => entry.function === id;
        draft.pins.assignments = listWith(assignments, from.pins.assignments, isIt);
      }
      return;
    default:
      throw new RangeError(`There is no place ${place}`);
  }
}

function putMap<Id extends MapId>(draft: Calibration, from: Calibration, id: Id): void {
  draft.maps[id] = from.maps[id];
}

/** A list with the other’s entry in the place of its own, behind the last where it had none, or without it. */
function listWith<Entry>(
  own: readonly Entry[],
  other: readonly Entry[],
  isIt: (entry: Entry) => boolean,
): Entry[] {
  const theirs = other.find(isIt);
  if (theirs === undefined) return own.filter((entry) => !isIt(entry));
  return own.some(isIt) ? own.map((entry) => (isIt(entry) ? theirs : entry)) : [...own, theirs];
}
