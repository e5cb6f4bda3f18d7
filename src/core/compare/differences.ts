import { type Calibration, definitionAt, isMapKey, mapAt, type MapKey } from '../calibration';
import { covered, changesBetween, pageOf, type Place, placeLabel, SHEET_LABELS, sheetOf } from '../checks';
import { mapDifference } from '../map';
import { formatDifference } from '../units';

/** A place at which two calibrations differ. */
export interface Difference {
  readonly place: Place;
  readonly label: string;
  /** The section it belongs to, by its name. */
  readonly section: string;
  /** What each says; null where it says nothing, or the place is without use. */
  readonly own: string | null;
  readonly other: string | null;
  /** Of two maps: what taking the other’s over does to the cells; null else. */
  readonly detail: string | null;
}

const MAPS = 'Maps';
const BESIDE_MAPS = 'Beside the maps';

/** Everything in which another calibration differs from one’s own, in the order of work. */
export function differences(own: Calibration, other: Calibration): Difference[] {
  return changesBetween(covered(own), covered(other)).map(({ place, before, now }) => ({
    place,
    label: placeLabel(before === null ? other : own, place),
    section: sectionOf(place),
    own: before,
    other: now,
    detail: mapDetail(own, other, place),
  }));
}

function sectionOf(place: Place): string {
  if (place.startsWith('maps.')) return MAPS;
  return pageOf(place).startsWith('build/') ? SHEET_LABELS[sheetOf(place)] : BESIDE_MAPS;
}

/** "12 cells change, by +3.2 points at most": what taking the other’s over does, on one’s own axes. */
function mapDetail(own: Calibration, other: Calibration, place: Place): string | null {
  const key = mapKeyOf(place);
  if (key === null || !isMapKey(own, key) || !isMapKey(other, key)) return null;
  const [mine, theirs] = [mapAt(own, key), mapAt(other, key)];
  if (mine === null || theirs === null) return null;
  const { cells, largest, otherAxes } = mapDifference(mine, theirs);
  const { decimals, unit } = definitionAt(own, key);
  // The difference is one’s own less the other’s; said is what the other has more: what is added.
  const most = formatDifference(-largest, decimals, unit);
  const axes = otherAxes ? 'other breakpoints' : '';
  if (cells === 0) return axes === '' ? null : `${axes}, the same surface`;
  const words = `${cells} ${cells === 1 ? 'cell changes' : 'cells change'}, by ${most} at most`;
  return axes === '' ? words : `${words}; ${axes}`;
}

/** The map that a place is, if it is one. */
export function mapKeyOf(place: Place): MapKey | null {
  if (place.startsWith('maps.')) return place.slice('maps.'.length) as MapKey;
  if (place.startsWith('corrections.')) return `correction-${place.slice('corrections.'.length)}` as MapKey;
  return null;
}
