import { lambdaMap, veMap } from '../fuel/fuelMaps';
import type { MapDefinition } from '../map';
import { sparkMap } from '../spark/sparkMap';
import { afterStartDecayMap, afterStartMap, crankingMap, warmUpMap } from '../startup/startupMaps';

/** Every map of the document, by id, in the order of work. */
export const MAP_DEFINITIONS = {
  ve: veMap,
  lambda: lambdaMap,
  spark: sparkMap,
  cranking: crankingMap,
  afterStart: afterStartMap,
  afterStartDecay: afterStartDecayMap,
  warmUp: warmUpMap,
} as const satisfies Record<string, MapDefinition>;

export type MapId = keyof typeof MAP_DEFINITIONS;

export const MAP_IDS = Object.keys(MAP_DEFINITIONS) as readonly MapId[];

/** True for the id of a map. */
export function isMapId(id: string): id is MapId {
  return id in MAP_DEFINITIONS;
}
