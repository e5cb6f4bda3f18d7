import { baseValue } from '../../calibration';
import { check } from '../entry/check';
import { mapInUse, MAPS_IN_USE } from '../entry/maps';
import { absoluteWords } from '../entry/units';

/** Room above what is intended that is no waste, share. */
const ROOM_SHARE = 0.15;

export const mapsNeverReached = check({
  id: 'maps.neverReached',
  title: 'Cells the engine never reaches',
  severity: 'advises',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'Rows and columns that are never used are missing where the engine lives.',
  find: (document) => {
    const mostKpa = baseValue(document, 'engine.maxManifoldPressure');
    const mostRpm = baseValue(document, 'engine.maxSpeed');
    if (mostKpa === null || mostRpm === null) return [];
    return (['ve', 'lambda', 'spark'] as const).flatMap((id) => {
      const map = mapInUse(document, id);
      if (map === null) return [];
      const rows = map.y.filter((kpa) => kpa > mostKpa * (1 + ROOM_SHARE)).length;
      const columns = map.x.filter((rpm) => rpm > mostRpm * (1 + ROOM_SHARE)).length;
      return rows + columns < 2
        ? []
        : [{ place: `maps.${id}` as const, data: { rows, columns, mostKpa, mostRpm } }];
    });
  },
  say: ({ rows, columns, mostKpa, mostRpm }, units) =>
    `${rows} rows lie above the ${absoluteWords(mostKpa, units)} intended, and ${columns} columns above ${mostRpm} rev/min. Lay the axes anew.`,
});
