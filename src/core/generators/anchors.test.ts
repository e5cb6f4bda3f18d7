import fc from 'fast-check';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import type { Calibration } from '../calibration';
import { calibrationSchema } from '../calibration/schema';
import { gridOf, lookUpMap, lookUpCurve } from '../numeric';
import { MAP_DEFINITIONS, MAP_IDS, type MapId } from '../program';
import { generatedMap, mapAnchors } from './generate';
import { type GeneratorChoices, type OwnAnchors, usualChoices } from './generator';

const PROVED: GeneratorChoices = { firstRun: false, cams: 'sporting', use: 'sprint' };

function made(document: Calibration, mapId: MapId, own: OwnAnchors = {}, choices = PROVED) {
  const bare: Calibration = { ...document, maps: { ...document.maps, [mapId]: null } };
  const result = generatedMap(bare, mapId, choices, TEST_DAY, own);
  if (!result.ok) throw new Error(result.missing.join());
  return result.proposal;
}

/** What a map says at a point. */
function at(
  document: Calibration,
  mapId: MapId,
  own: OwnAnchors,
  x: number,
  y: number,
  choices = PROVED,
): number {
  const { after } = made(document, mapId, own, choices);
  return after.y.length === 0 ? lookUpCurve(gridOf(after), x) : lookUpMap(gridOf(after), x, y);
}

const VENTISCA = demo();

describe('what maps hang on', () => {
  test('every map that is computed shows a few numbers, each with its reason and within its limits', () => {
    const trims: readonly MapId[] = [
      'fuelCylinder',
      'fuelGear',
      'sparkCylinder',
      'sparkGear',
      'sparkBoost',
      'limitGear',
      'pressureThrottle',
      'boostTarget',
      'boostDuty',
      'shiftTime',
      'loopProportional',
      'loopIntegral',
      'knockFactor',
      'knockSensor',
    ];
    for (const mapId of MAP_IDS) {
      const anchors = mapAnchors(VENTISCA, mapId, usualChoices(VENTISCA));
      if (trims.includes(mapId)) expect([mapId, anchors]).toEqual([mapId, []]);
      else expect([mapId, anchors.length >= 2 && anchors.length <= 6]).toEqual([mapId, true]);
      for (const { id, why, computed: value, min, max } of anchors) {
        expect([mapId, id, why.length > 10]).toEqual([mapId, id, true]);
        expect(value).toBeGreaterThanOrEqual(min);
        expect(value).toBeLessThanOrEqual(max);
      }
      expect(new Set(anchors.map(({ id }) => id)).size).toBe(anchors.length);
    }
    expect(mapAnchors(VENTISCA, 'spark', PROVED)).toHaveLength(4);
  });

  test('putting what is computed in their place changes nothing', () => {
    for (const mapId of MAP_IDS) {
      const own = Object.fromEntries(
        mapAnchors(VENTISCA, mapId, PROVED).map(({ id, computed: value }) => [id, value]),
      );
      const [plain, same] = [made(VENTISCA, mapId).after, made(VENTISCA, mapId, own).after];
      // Shown rounded, so that a last digit may differ.
      const step = 10 ** -MAP_DEFINITIONS[mapId].decimals;
      const slack = mapId.startsWith('pulse') ? 0.2 : 2 * step;
      same.values.forEach((value, i) => {
        expect([mapId, Math.abs(value - (plain.values[i] as number)) <= slack + 1e-9 || value]).toEqual([
          mapId,
          true,
        ]);
      });
    }
  });

  test('are kept with the map, and proposed from again; without them nothing is kept', () => {
    const { after } = made(VENTISCA, 'spark', { sparkIdle: 9 });
    expect(after.anchors).toEqual({ sparkIdle: 9 });
    expect(made(VENTISCA, 'spark').after.anchors).toBeUndefined();
    const document: Calibration = { ...VENTISCA, maps: { ...VENTISCA.maps, spark: after } };
    const again = generatedMap(document, 'spark', PROVED, TEST_DAY);
    expect(again.ok && again.proposal.after.values).toEqual(after.values);
    expect(calibrationSchema.parse(document).maps.spark?.anchors).toEqual({ sparkIdle: 9 });
  });
});

describe('a surface goes through the numbers put in', () => {
  // Ventisca: barometric 80.5 kPa, peak torque at 4600, highest 165 kPa.
  test.each<[MapId, OwnAnchors, number, number, number]>([
    ['spark', { sparkIdle: 9 }, 1000, 35, 9],
    ['spark', { sparkCruise: 30 }, 3000, 20, 30],
    ['spark', { sparkFull: 20 }, 4600, 80.5, 20],
    // 20 − 0.2 · (165 − 80.5) = 3.1
    ['spark', { sparkFull: 20, sparkBoost: 0.2 }, 4600, 165, 3.1],
    ['lambda', { lambdaIdle: 0.9 }, 1000, 20, 0.9],
    ['lambda', { lambdaCruise: 1.05 }, 3000, 40, 1.05],
    ['lambda', { lambdaFull: 0.86 }, 4600, 80.5, 0.86],
    ['lambda', { lambdaBoost: 0.8 }, 4600, 165, 0.8],
    ['ve', { vePeak: 105 }, 4600, 100, 105],
    ['ve', { veIdle: 50 }, 1000, 32, 50],
    ['cranking', { coldest: 8 }, -30, 0, 8],
    ['cranking', { mild: 3 }, 20, 0, 3],
    ['cranking', { hot: 1.3 }, 80, 0, 1.3],
    ['idleSpeed', { coldest: 1700 }, -30, 0, 1700],
    ['crankingTaper', { last: 50 }, 60, 0, 50],
  ])('%s with %j', (mapId, own, x, y, wanted) => {
    const coarse = mapId === 've' || mapId === 'spark' ? 0.9 : mapId === 'lambda' ? 0.02 : 0.006;
    expect(Math.abs(at(VENTISCA, mapId, own, x, y) - wanted)).toBeLessThan(coarse);
  });

  // Computed 6.4, 4.8, 4.1, 3.4, 2.5 at −30, −20, −10, 0, 20: moved by 1.6 at −30 and by nothing from 20 on.
  test('and between two of a curve it is moved by what lies between', () => {
    const { after, reasons } = made(VENTISCA, 'cranking', { coldest: 8 });
    const plain = made(VENTISCA, 'cranking').after;
    const moves = after.values.map((value, i) => value - (plain.values[i] as number));
    expect(after.x).toEqual([-30, -20, -10, 0, 20, 40, 60, 80]);
    [1.6, 1.28, 0.96, 0.64, 0, 0, 0, 0].forEach((move, i) => expect(moves[i]).toBeCloseTo(move, 2));
    expect(reasons.at(-1)?.text).toBe(
      'Moved to your own numbers at the coldest, −30 °C; between them in proportion.',
    );
  });

  test('one number moves its region and leaves the others', () => {
    const idle = at(VENTISCA, 'spark', { sparkIdle: 20 }, 4600, 165);
    expect(idle).toBeCloseTo(at(VENTISCA, 'spark', {}, 4600, 165), 9);
    const peak = at(VENTISCA, 've', { veIdle: 30 }, 5000, 100);
    expect(peak).toBeCloseTo(at(VENTISCA, 've', {}, 5000, 100), 9);
    expect(at(VENTISCA, 'lambda', { lambdaBoost: 0.7 }, 3000, 40)).toBe(at(VENTISCA, 'lambda', {}, 3000, 40));
  });

  test('any numbers within their limits give a map within its own, and the reasons say whose they are', () => {
    const ids = MAP_IDS.filter((mapId) => mapAnchors(VENTISCA, mapId, PROVED).length > 0);
    fc.assert(
      fc.property(
        fc.constantFrom(...ids),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 6, maxLength: 6 }),
        (mapId, shares) => {
          const anchors = mapAnchors(VENTISCA, mapId, PROVED);
          const own = Object.fromEntries(
            anchors.map(({ id, min, max }, i) => [id, min + (max - min) * (shares[i] as number)]),
          );
          const { min, max } = MAP_DEFINITIONS[mapId];
          const { after, reasons } = made(VENTISCA, mapId, own);
          for (const value of after.values) {
            expect(value).toBeGreaterThanOrEqual(min);
            expect(value).toBeLessThanOrEqual(max);
          }
          expect(reasons.map(({ text }) => text).join(' ')).toMatch(/your own number/);
        },
      ),
      { numRuns: 60 },
    );
  });
});
