import { FIRST_OF, type MapId, type SecondMapId } from '../program';
import { AIR_GENERATORS } from './airGenerators';
import type { MapGenerator } from './generator';
import { BOOST_GENERATORS } from './boostGenerators';
import { KNOCK_GENERATORS } from './knockGenerators';
import { LIMIT_GENERATORS } from './limitGenerators';
import { LOOP_GENERATORS } from './loopGenerators';
import { OTHER_GENERATORS, secondMap } from './otherGenerators';
import { SPARK_GENERATORS } from './sparkGenerators';
import { START_GENERATORS } from './startGenerators';

const LISTED: Readonly<Record<Exclude<MapId, SecondMapId>, MapGenerator>> = {
  ...AIR_GENERATORS,
  ...SPARK_GENERATORS,
  ...START_GENERATORS,
  ...OTHER_GENERATORS,
  ...LIMIT_GENERATORS,
  ...BOOST_GENERATORS,
  ...LOOP_GENERATORS,
  ...KNOCK_GENERATORS,
};

const SECONDS = Object.fromEntries(
  Object.entries(FIRST_OF).map(([second, first]) => [second, secondMap(first, LISTED[first])]),
) as Readonly<Record<SecondMapId, MapGenerator>>;

/** How each map is proposed. */
export const GENERATORS: Readonly<Record<MapId, MapGenerator>> = { ...LISTED, ...SECONDS };
