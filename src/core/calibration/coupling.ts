import type { Source } from '../field';
import type { BeyondRule, MapData, NewAxes, SurfaceChange } from '../map';
import { relaidMap, surfaceChange } from '../map/schema';
import { MAP_DEFINITIONS, MAP_IDS, type MapId } from '../program';
import type { Calibration } from './schema';

/** Authority lies where filling lies, so that a cell of one is a cell of the other. */
export const LOOP_COUPLINGS = [
  { map: 'loopRicher', to: 've' },
  { map: 'loopLeaner', to: 've' },
  { map: 'loopRicherThrottle', to: 'veThrottle' },
  { map: 'loopLeanerThrottle', to: 'veThrottle' },
] as const satisfies readonly { readonly map: MapId; readonly to: MapId }[];

/** The map whose breakpoints this one follows; null for one that stands by itself. */
export function leaderOf(document: Calibration, mapId: MapId): MapId | null {
  return document.couplings.find(({ map }) => map === mapId)?.to ?? null;
}

/** The maps that follow this one's breakpoints. */
export function followersOf(document: Calibration, mapId: MapId): MapId[] {
  return document.couplings.filter(({ to }) => to === mapId).map(({ map }) => map);
}

/**
 * Maps that this one may follow: over the same channels, there, and not followers themselves, so that there is never a
 * chain. A map that is followed cannot follow.
 */
export function possibleLeaders(document: Calibration, mapId: MapId): MapId[] {
  if (followersOf(document, mapId).length > 0) return [];
  const { x, y } = MAP_DEFINITIONS[mapId];
  return MAP_IDS.filter((id) => {
    const other = MAP_DEFINITIONS[id];
    return (
      id !== mapId &&
      !('fixedAxis' in other) &&
      document.maps[id] !== null &&
      other.x.channel === x.channel &&
      other.y?.channel === y?.channel &&
      leaderOf(document, id) === null
    );
  });
}

/** One map laid anew: before, after, and the largest change over its old range. */
export interface RelaidMap {
  readonly mapId: MapId;
  readonly before: MapData;
  readonly after: MapData;
  readonly change: SurfaceChange;
}

/** A map and all that follow it on new breakpoints: one proposal. The rule may differ by map, as physics does. */
export function relaidWithFollowers(
  document: Calibration,
  mapId: MapId,
  axes: NewAxes,
  ruleFor: (mapId: MapId) => BeyondRule,
  source: Source,
): RelaidMap[] {
  return [mapId, ...followersOf(document, mapId)].flatMap((id) => {
    const before = document.maps[id];
    if (before === null) return [];
    const after = relaidMap(before, axes, ruleFor(id), source, MAP_DEFINITIONS[id]);
    return [{ mapId: id, before, after, change: surfaceChange(before, after) }];
  });
}
