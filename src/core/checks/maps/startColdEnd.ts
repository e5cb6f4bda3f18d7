import { check } from '../entry/check';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';
import { temperatureWords } from '../entry/units';

/** A start curve that begins warmer than this misses the cold end, °C. */
const COLD_C = -15;

export const mapsStartColdEnd = check({
  id: 'maps.startColdEnd',
  title: 'A start curve without a cold end',
  severity: 'advises',
  reads: MAPS_IN_USE,
  why: 'Below its first breakpoint nothing is added any more, and in frost the engine does not catch.',
  find: (document) =>
    (['prime', 'cranking', 'afterStart', 'warmUp'] as const).flatMap((id) => {
      const fromC = mapInUse(document, id)?.x[0];
      return fromC === undefined || fromC <= COLD_C
        ? []
        : [{ place: `maps.${id}` as const, data: { fromC } }];
    }),
  say: ({ fromC }, units) =>
    `It begins at ${temperatureWords(fromC, units)}. Put in a breakpoint at the coldest start you expect.`,
});
