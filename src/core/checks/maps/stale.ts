import { MAPS_IN_USE } from '../entry/maps';
import { fieldInfo, type FieldPath, usedMaps } from '../../calibration';
import { changedSince } from '../../generators';
import { baseUnit, formatNumber, inSentence } from '../../units';
import { check } from '../entry/check';
import { withUnit } from '../entry/units';

export const mapsStale = check({
  id: 'maps.stale',
  title: 'Computed for other data',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  proposedAt: 'maps/stale',
  why: 'The engine it was computed for is not the one that is described any more.',
  find: (document) =>
    usedMaps(document).flatMap((mapId) => {
      const changed = changedSince(document, mapId);
      return changed.length === 0 ? [] : [{ place: `maps.${mapId}` as const, data: { changed } }];
    }),
  say: ({ changed }) =>
    `It was computed for ${changed.map(({ path, before, now }) => `${labelOf(path)} ${inWords(path, before)}, now ${inWords(path, now)}`).join('; ')}. Propose it anew.`,
});

function labelOf(path: FieldPath): string {
  return inSentence(fieldInfo(path)?.label ?? path);
}

/** A value of a field in words, in its base unit; a choice by its label. */
function inWords(path: FieldPath, value: number | string): string {
  const info = fieldInfo(path);
  if (info?.kind === 'quantity' && typeof value === 'number') {
    return withUnit(formatNumber(value, Number.isInteger(value) ? 0 : 2), baseUnit(info.quantity).label);
  }
  const option = info?.kind === 'choice' ? info.options.find(({ id }) => id === value) : undefined;
  return option === undefined ? String(value) : inSentence(option.label);
}
