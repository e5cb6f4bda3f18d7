import { BOOST_MAPS } from '../boost';
import { LOOP_MAPS } from '../closedLoop';
import { FUEL_MAPS } from '../fuel';
import { IDLE_MAPS } from '../idle';
import { KNOCK_MAPS } from '../knock';
import { LIMIT_MAPS } from '../limits';
import { PROTECTION_MAPS } from '../protection';
import { MAP_GROUPS, type MapDefinition, type MapEntry, type MapGroup } from '../map';
import { SPARK_MAPS } from '../spark';
import { STARTUP_MAPS } from '../startup';
import { BLENDED, type FirstMapId, type SecondMapId } from './blend';

/** The maps that the subjects list. */
const LISTED = {
  ...FUEL_MAPS,
  ...SPARK_MAPS,
  ...STARTUP_MAPS,
  ...IDLE_MAPS,
  ...LOOP_MAPS,
  ...KNOCK_MAPS,
  ...LIMIT_MAPS,
  ...BOOST_MAPS,
  ...PROTECTION_MAPS,
};

export type MapId = keyof typeof LISTED | SecondMapId;

/** A map of the document, with the group it is listed in. */
export type ListedMap = MapDefinition & { readonly group: MapGroup };

/** Each second map with its first. */
export const FIRST_OF = Object.fromEntries(
  Object.entries(BLENDED).map(([first, { second }]) => [second, first]),
) as Readonly<Record<SecondMapId, FirstMapId>>;

/** The second of a pair of maps that are blended by what the fuel is made of. */
function secondOf(first: MapEntry): MapEntry {
  return {
    ...first,
    group: 'secondFuel',
    label: `${first.label}, second fuel`,
    help: { ...first.help, what: `${first.help.what} For the fuel with more ethanol.` },
  };
}

const ENTRIES: readonly (readonly [string, MapEntry])[] = [
  ...Object.entries(LISTED),
  ...Object.entries(FIRST_OF).map(([id, first]) => [id, secondOf(LISTED[first])] as const),
];

/** Every map of the document by id: group by group, within one in its subject’s order, which is the order of work. */
export const MAP_DEFINITIONS = Object.fromEntries(
  MAP_GROUPS.flatMap(({ id: group }) =>
    ENTRIES.filter(([, entry]) => entry.group === group).map(([id, entry]): [string, ListedMap] => [
      id,
      { id, ...entry },
    ]),
  ),
) as Readonly<Record<MapId, ListedMap>>;

export const MAP_IDS = Object.keys(MAP_DEFINITIONS) as readonly MapId[];

/** True for the id of a map. */
export function isMapId(id: string): id is MapId {
  return Object.hasOwn(MAP_DEFINITIONS, id);
}

/** True for the second of a pair of maps. */
export function isSecondMapId(id: MapId): id is SecondMapId {
  return Object.hasOwn(FIRST_OF, id);
}
