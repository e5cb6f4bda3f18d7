import { demo, TEST_DAY } from '@tests/support/ventisca';
import { neutralMap } from '../correction/schema';
import { LOAD_STRATEGIES } from '../fuel/schema';
import { FIRST_OF, isSecondMapId, MAP_DEFINITIONS, MAP_IDS } from '../program';
import { correctionAt, correctionKey, definitionAt, isMapKey, mapAt, putMap } from './mapAccess';
import type { Calibration } from './schema';
import { fillingMap, requiredMaps, strategyMaps, usedMaps } from './strategy';

const SHAPE = { on: 'spark', operation: 'add', x: 'air', y: 'speed' } as const;

const own = demo('ventisca', ({ corrections }) => {
  const map = neutralMap(SHAPE, { kind: 'estimated', date: TEST_DAY });
  corrections.push({ id: 'own', name: 'Own', enabled: true, ...SHAPE, activation: null, map });
});

describe('any map by its key', () => {
  test('a built-in one and that of a correction are found, defined and put alike', () => {
    for (const key of ['ve', correctionKey('own')] as const) {
      expect(isMapKey(own, key)).toBe(true);
      const changed: Calibration = structuredClone(own);
      const map = mapAt(changed, key);
      if (map === null) throw new Error('No map');
      putMap(changed, key, { ...map, values: map.values.map((value) => value + 1) });
      expect(mapAt(changed, key)?.values[0]).toBe((mapAt(own, key)?.values[0] as number) + 1);
    }
    expect(definitionAt(own, correctionKey('own'))).toMatchObject({
      label: 'Own',
      unit: '°',
      min: -30,
      max: 30,
    });
    expect(definitionAt(own, 've')).toBe(MAP_DEFINITIONS.ve);
  });

  test('one that is gone is no key, has no map, and is not put', () => {
    const gone = correctionKey('gone');
    expect(isMapKey(own, gone)).toBe(false);
    expect(correctionAt(own, gone)).toBeNull();
    expect(mapAt(own, gone)).toBeNull();
    expect(() => definitionAt(own, gone)).toThrow(RangeError);
    const same = structuredClone(own);
    putMap(same, gone, neutralMap(SHAPE, { kind: 'estimated', date: TEST_DAY }));
    expect(same).toEqual(own);
  });
});

describe('the maps of each load strategy', () => {
  const by = (strategy: (typeof LOAD_STRATEGIES)[number], blended = false) =>
    demo('ventisca', ({ load, blend }) => {
      if (load.strategy !== null) load.strategy.value = strategy;
      if (blend.use !== null) blend.use.value = blended ? 'yes' : 'no';
    });

  test.each(LOAD_STRATEGIES)('%s: the filling map is one it uses, and all it needs is used', (strategy) => {
    const filling = fillingMap(strategy);
    if (filling !== null) expect(strategyMaps(strategy)).toContain(filling);
    const used = usedMaps(by(strategy));
    for (const id of requiredMaps(by(strategy))) expect(used).toContain(id);
    expect(used.filter(isSecondMapId)).toEqual([]);
  });

  test.each(LOAD_STRATEGIES)(
    '%s blended: each second map has its first in use, on the same channels',
    (strategy) => {
      const used = usedMaps(by(strategy, true));
      const seconds = used.filter(isSecondMapId);
      expect(seconds.length).toBeGreaterThan(0);
      for (const second of seconds) {
        const first = FIRST_OF[second];
        expect(used).toContain(first);
        expect(MAP_DEFINITIONS[second].x).toEqual(MAP_DEFINITIONS[first].x);
        expect(MAP_DEFINITIONS[second].y).toEqual(MAP_DEFINITIONS[first].y);
      }
      expect(used.includes('blendFuel')).toBe(strategy !== 'airMass');
    },
  );

  test('one cylinder has no trim by cylinder', () => {
    const single = demo('ventisca', ({ engine }) => Object.assign(engine.cylinders ?? {}, { amount: 1 }));
    expect(usedMaps(single)).not.toContain('fuelCylinder');
    expect(usedMaps(demo())).toContain('fuelCylinder');
    expect(MAP_IDS).toContain('fuelCylinder');
  });
});
