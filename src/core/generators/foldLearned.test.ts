import fc from 'fast-check';
import { looped } from '@tests/support/looped';
import { choose, everyMapWith } from '@tests/support/everything';
import { TEST_DAY } from '@tests/support/ventisca';
import type { Calibration } from '../calibration';
import { gridOf, lookUpMap } from '../numeric';
import { foldedLearned } from './foldLearned';

const DOCUMENT = looped();
const CELLS = DOCUMENT.maps.loopRicher?.values.length ?? 0;
const none = () => new Array<number>(CELLS).fill(0);

test('each cell times its trim; those where nothing was learned stay, with their sources', () => {
  const ln = none();
  ln[50] = Math.log(1.06);
  const proposal = foldedLearned(DOCUMENT, { ln }, TEST_DAY);
  const before = DOCUMENT.maps.ve?.values ?? [];
  expect(proposal?.mapId).toBe('ve');
  const { values, sources, cellSources } = proposal?.after ?? { values: [], sources: [], cellSources: [] };
  expect(values[50]).toBeCloseTo((before[50] ?? 0) * 1.06, 1);
  expect(values.filter((value, i) => value !== before[i])).toHaveLength(1);
  expect(sources[cellSources[50] as number]).toEqual({
    kind: 'measured',
    date: TEST_DAY,
    note: 'Learned by the closed loop',
  });
});

test('no further than the authority there', () => {
  const ln = none().map(() => 0.2);
  const { values } = foldedLearned(DOCUMENT, { ln }, TEST_DAY)?.after ?? { values: [] };
  values.forEach((value, i) => expect(value / (DOCUMENT.maps.ve?.values[i] ?? 1)).toBeLessThan(1.123));
  const leaner = foldedLearned(DOCUMENT, { ln: none().map(() => -0.2) }, TEST_DAY)?.after.values ?? [];
  expect(Math.min(...leaner.map((value, i) => value / (DOCUMENT.maps.ve?.values[i] ?? 1)))).toBeGreaterThan(
    0.92,
  );
});

test('nothing where nothing was learned, where the cells are others, or where air is measured', () => {
  expect(foldedLearned(DOCUMENT, { ln: none() }, TEST_DAY)).toBeNull();
  expect(foldedLearned(DOCUMENT, { ln: [0.1] }, TEST_DAY)).toBeNull();
  const ln = none().map(() => 0.05);
  for (const id of ['ve', 'loopRicher', 'loopLeaner'] as const) {
    expect(
      foldedLearned({ ...DOCUMENT, maps: { ...DOCUMENT.maps, [id]: null } }, { ln }, TEST_DAY),
    ).toBeNull();
  }
  const byMeter = everyMapWith('airMass');
  const cells = byMeter.maps.loopRicher?.values.length ?? 0;
  expect(foldedLearned(byMeter, { ln: new Array<number>(cells).fill(0.05) }, TEST_DAY)).toBeNull();
});

test('by throttle it goes into the filling by throttle', () => {
  const document = everyMapWith('throttle');
  const cells = document.maps.loopRicherThrottle?.values.length ?? 0;
  expect(foldedLearned(document, { ln: new Array<number>(cells).fill(0.05) }, TEST_DAY)?.mapId).toBe(
    'veThrottle',
  );
});

test('fuel is as it was within half a percent at any point', () => {
  const [map, richer] = [DOCUMENT.maps.ve, DOCUMENT.maps.loopRicher];
  if (map === null || richer === null) throw new TypeError('No maps');
  const trim = fc.double({ min: -0.05, max: 0.08, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(trim, { minLength: 12, maxLength: 12 }),
      fc.double({ min: 700, max: 7000, noNaN: true }),
      fc.double({ min: 22, max: 160, noNaN: true }),
      (some, rpm, kpa) => {
        // Neighbours of a learned surface differ little: each takes part in what is learned beside it.
        const ln = none().map((_, i) => (some[i % 12] as number) / 2 + (some[0] as number) / 2);
        const folded = foldedLearned(DOCUMENT, { ln }, TEST_DAY)?.after;
        if (folded === undefined) return;
        const before = lookUpMap(gridOf(map), rpm, kpa);
        const surface = Math.exp(lookUpMap(gridOf({ x: richer.x, y: richer.y, values: ln }), rpm, kpa));
        const most = 1 + lookUpMap(gridOf(richer), rpm, kpa) / 100;
        const leaner = DOCUMENT.maps.loopLeaner;
        const least = 1 / (1 + (leaner === null ? 0 : lookUpMap(gridOf(leaner), rpm, kpa)) / 100);
        const wanted = before * Math.min(most, Math.max(least, surface));
        expect(Math.abs(lookUpMap(gridOf(folded), rpm, kpa) / wanted - 1)).toBeLessThan(0.005);
      },
    ),
  );
});

test('is evidence of what was measured, whatever the map came from', () => {
  const off: Calibration = looped('ventisca', (document) => choose(document, 'learned.use', 'no'));
  expect(foldedLearned(off, { ln: none().map(() => 0.03) }, TEST_DAY)?.reasons[0]?.text).toMatch(
    /kept correcting, in \d+ of \d+ cells/,
  );
});
