import { chance } from '@tests/support/chance';
import { everyMapWith } from '@tests/support/everything';
import { looped } from '@tests/support/looped';
import { TEST_DAY } from '@tests/support/ventisca';
import fc from 'fast-check';
import type { Calibration } from '../calibration';
import { withCells, roughness } from '../map';
import { gridOf, lookUpMap } from '../numeric';
import { learnedFold, leftLearned } from './index';

const DOCUMENT = looped();
const AXES = DOCUMENT.maps.loopRicher ?? { x: [], y: [], values: [] };
const VE = DOCUMENT.maps.ve ?? { x: [], y: [], values: [], sources: [], cellSources: [] };
const WIDTH = AXES.x.length;
const placeOf = (i: number) => ({ x: AXES.x[i % WIDTH] ?? 0, y: AXES.y[Math.floor(i / WIDTH)] ?? 0 });
/** What was learned where `of` says something, each cell for so long. */
const learnedOf = (of: (place: { x: number; y: number }) => number | null, seconds = 30) => {
  const all = AXES.values.map((_, i) => of(placeOf(i)));
  return { ln: all.map((ln) => ln ?? 0), evidenceS: all.map((ln) => (ln === null ? 0 : seconds)) };
};
const fold = (learned: ReturnType<typeof learnedOf>, document = DOCUMENT) =>
  learnedFold(document, learned, TEST_DAY);
/** A hill about 3000 rev/min, nothing far from it. */
const hill = (height: number) => learnedOf(({ x }) => height * Math.exp(-(((x - 3000) / 1500) ** 2)));

describe('what has a shape', () => {
  test('is fitted where it was learned, with its evidence; the rest stays as it is', () => {
    const learned = learnedOf(({ x, y }) =>
      x > 5000 || y > 120 ? null : 0.06 * Math.exp(-(((x - 2500) / 1200) ** 2)),
    );
    const made = fold(learned);
    expect(made?.by).toBe('cells');
    expect(made?.factor).toBeNull();
    expect(made?.proposal.mapId).toBe('ve');
    const { after, evidence, reasons } = made?.proposal ?? { after: VE, evidence: [], reasons: [] };
    after.values.forEach((value, i) => {
      const [x, y] = [VE.x[i % VE.x.length] ?? 0, VE.y[Math.floor(i / VE.x.length)] ?? 0];
      const ln = Math.log(value / (VE.values[i] ?? 1));
      // Half a percent is nobody’s evidence, and the surface is smooth.
      if (x <= 5000 && y <= 120) expect(ln).toBeCloseTo(0.06 * Math.exp(-(((x - 2500) / 1200) ** 2)), 1.7);
      if (x > 6000 && y > 150) expect(value).toBe(VE.values[i]);
      if (value !== VE.values[i]) {
        expect(after.sources[after.cellSources[i] ?? 0]).toEqual({
          kind: 'measured',
          date: TEST_DAY,
          note: 'Learned by the closed loop',
        });
        expect(evidence?.[i]).toBeGreaterThan(0);
      }
    });
    const moved = after.values.filter((value, i) => value !== VE.values[i]).length;
    expect(made?.moved).toBe(moved);
    expect(moved).toBeGreaterThan(10);
    expect(reasons[0]?.text).toContain(`in ${moved} of ${VE.values.length} cells`);
  });

  test('goes no further than the authority there', () => {
    const { after } = fold(learnedOf(({ x }) => (x < 3000 ? 0.25 : 0)))?.proposal ?? { after: VE };
    const factors = after.values.map((value, i) => value / (VE.values[i] ?? 1));
    // 12 % richer is allowed, and the smooth surface swings a little beyond its step.
    expect(Math.max(...factors)).toBeGreaterThan(1.1);
    expect(Math.max(...factors)).toBeLessThan(1.13);
    const leaner = fold(learnedOf(({ x }) => (x < 3000 ? -0.25 : 0)))?.proposal.after ?? VE;
    expect(Math.min(...leaner.values.map((value, i) => value / (VE.values[i] ?? 1)))).toBeGreaterThan(0.9);
  });

  test('is told how often cells were folded into before, and how rough the map is and would be', () => {
    const first = fold(hill(0.06));
    expect(first?.again).toBe(0);
    expect(first?.rough.before).toBe(roughness(VE));
    const once: Calibration = {
      ...DOCUMENT,
      maps: { ...DOCUMENT.maps, ve: first?.proposal.after ?? VE },
    };
    const second = fold(hill(-0.04), once);
    expect(second?.again).toBe(
      once.maps.ve?.values.filter(
        (value, i) => value !== VE.values[i] && value !== second?.proposal.after.values[i],
      ).length,
    );
    expect(second?.again).toBeGreaterThan(20);
    expect(second?.rough.before).toBe(first?.rough.after);
    expect(second?.rough.after).toBe(roughness(second?.proposal.after ?? VE));
  });
});

test('cells that were measured otherwise were not folded into before', () => {
  const source = { kind: 'measured', date: TEST_DAY, note: 'Log of a day' } as const;
  const other = { ...VE, sources: [source], cellSources: VE.values.map(() => 0) };
  const computed = {
    ...other,
    sources: [{ ...source, kind: 'computed', note: 'Learned by the closed loop' } as const],
  };
  for (const ve of [other, computed])
    expect(fold(hill(0.06), { ...DOCUMENT, maps: { ...DOCUMENT.maps, ve } })?.again).toBe(0);
});

describe('what is one factor', () => {
  const wobbling = (mean: number) =>
    learnedOf(({ x, y }) => (x > 4500 || y > 110 ? null : mean + 0.004 * Math.sin(x + y)));

  test.each([0.09, -0.025])(
    'is no shape: the whole map moves by %d, also where nothing was learned',
    (mean) => {
      const made = fold(wobbling(mean));
      expect(made?.by).toBe('factor');
      expect(made?.factor?.change).toBeCloseTo(mean, 2);
      expect(made?.moved).toBe(VE.values.length);
      made?.proposal.after.values.forEach((value, i) =>
        expect(value).toBeCloseTo((VE.values[i] ?? 0) * Math.exp(made.factor?.change ?? 0), 1),
      );
      expect(made?.proposal.reasons[0]?.text).toContain(mean > 0 ? '+9.' : '−2.');
      expect(made?.rough.after).toBeCloseTo(made?.rough.before ?? 0, 3);
    },
  );

  test('what cells have not yet learned is reckoned with: some have come half the way, some all of it', () => {
    // At 5 % ten times a second a second of evidence learns 39 % of what is left.
    const way = AXES.values.map((_, i) => [1, 2, 4, 20][i % 4] ?? 0);
    const ln = way.map((seconds) => 0.09 * -Math.expm1(-0.5 * seconds));
    const made = fold({ ln, evidenceS: way });
    expect(made?.by).toBe('factor');
    expect(made?.factor?.spread).toBeLessThan(0.001);
    expect(made?.proposal.reasons[0]?.text).toMatch(/lies within 0\.0 % of \+9\.\d %/);
  });

  test('a hill is none', () => {
    expect(fold(hill(0.1))?.by).toBe('cells');
  });
});

test('nothing where nothing was learned, where the cells are others, or where air is measured', () => {
  expect(fold(learnedOf(() => null))).toBeNull();
  expect(fold(learnedOf(() => 0.001))).toBeNull();
  expect(fold({ ln: [0.1], evidenceS: [9] })).toBeNull();
  for (const id of ['ve', 'loopRicher'] as const)
    expect(fold(hill(0.06), { ...DOCUMENT, maps: { ...DOCUMENT.maps, [id]: null } })).toBeNull();
  const byMeter = everyMapWith('airMass');
  const cells = byMeter.maps.loopRicher?.values.map(() => 0.05) ?? [];
  expect(fold({ ln: cells, evidenceS: cells.map(() => 9) }, byMeter)).toBeNull();
});

test.each([
  ['throttle', 'veThrottle', 'loopRicherThrottle'],
  ['pulseWidth', 'pulse', 'loopRicher'],
] as const)('by %s it goes into %s', (strategy, mapId, richer) => {
  const blended = everyMapWith(strategy);
  const document = { ...blended, blend: { ...blended.blend, use: null } };
  const cells = document.maps[richer]?.values ?? [];
  const learned = { ln: cells.map((_, i) => (i % 2 === 0 ? 0.04 : 0.06)), evidenceS: cells.map(() => 30) };
  expect(learnedFold(document, learned, TEST_DAY)?.proposal.mapId).toBe(mapId);
  // Of two maps that are blended nothing says which one it is about.
  expect(learnedFold(blended, learned, TEST_DAY)).toBeNull();
});

describe('what stays learned', () => {
  test('is less by exactly what the map holds of it: fuel at every learned cell is as it was', () => {
    const some = fc.array(fc.double({ min: -0.02, max: 0.05, noNaN: true }), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(some, fc.integer({ min: 1, max: 60 }), (heights, seconds) => {
        const learned = learnedOf(
          ({ x, y }) => (heights[Math.floor(x / 800) % 6] ?? 0) * (y > 60 ? 1 : 0.5),
          seconds,
        );
        const after = fold(learned)?.proposal.after;
        if (after === undefined) return;
        const left = leftLearned(DOCUMENT, learned, VE, after);
        AXES.values.forEach((_, i) => {
          const { x, y } = placeOf(i);
          const fuel = (map: typeof VE, ln: number) => Math.log(lookUpMap(gridOf(map), x, y)) + ln;
          const acting = Math.max(-Math.log1p(0.03), learned.ln[i] ?? 0);
          expect(fuel(after, left.ln[i] ?? 0)).toBeCloseTo(fuel(VE, acting), 9);
        });
      }),
      { numRuns: 30 },
    );
  });

  test('cells that were moved begin anew; those without evidence, or untouched, stay', () => {
    const learned = learnedOf(({ x }) => (x > 4000 ? null : 0.05));
    const after = withCells(VE, [{ index: 0, value: (VE.values[0] ?? 0) * 1.02 }], VE.sources[0] ?? never());
    const left = leftLearned(DOCUMENT, learned, VE, after);
    expect(left.evidenceS[0]).toBe(0);
    expect(left.ln[0]).toBeCloseTo(0.05 - Math.log(1.02), 3);
    const far = AXES.values.length - 1;
    expect(left.ln[far]).toBe(0);
    expect(left.evidenceS[far]).toBe(0);
    expect(left.evidenceS[WIDTH * 3]).toBe(30);
    expect(left.ln[WIDTH * 3]).toBe(0.05);
  });

  test('where nothing was learned nothing is taken away, however the map moved', () => {
    const learned = learnedOf(({ x }) => (x > 4000 ? null : 0.05));
    const higher = { ...VE, values: VE.values.map((value) => value * 1.03) };
    const left = leftLearned(DOCUMENT, learned, VE, higher);
    AXES.values.forEach((_, i) =>
      expect(left.ln[i]).toBeCloseTo(placeOf(i).x > 4000 ? 0 : 0.05 - Math.log(1.03), 9),
    );
  });

  test('a surface of other cells stays as it is', () => {
    const other = { ln: [0.1], evidenceS: [9] };
    expect(leftLearned(DOCUMENT, other, VE, VE)).toBe(other);
  });
});

test.each([1, 2, 3])('twenty fold-ins of noise do not roughen the map, seed %d', (seed) => {
  const next = chance(seed);
  const noise = () => 0.012 * (next() + next() + next() + next() - 2) * Math.sqrt(3);
  let document = DOCUMENT;
  let learned = learnedOf(() => null);
  const rough: number[] = [];
  for (let round = 0; round < 20; round += 1) {
    const map = document.maps.ve ?? VE;
    const evidenceS = [...learned.evidenceS];
    const ln = learned.ln.map((is, i) => {
      if (next() < 0.4) return is;
      const { x, y } = placeOf(i);
      evidenceS[i] = (evidenceS[i] ?? 0) + 5 + 25 * next();
      return Math.log(lookUpMap(gridOf(VE), x, y) / lookUpMap(gridOf(map), x, y)) + noise();
    });
    const made = fold({ ln, evidenceS }, document);
    const after = made?.proposal.after ?? map;
    const left = leftLearned(document, { ln, evidenceS }, map, after);
    learned = { ln: [...left.ln], evidenceS: [...left.evidenceS] };
    document = { ...document, maps: { ...document.maps, ve: after } };
    rough.push(roughness(after));
  }
  // Put in cell by cell as it is, noise of 1.2 % makes a map of 1.3 % half as rough again in the first round.
  expect(Math.max(...rough)).toBeLessThan(1.3 * roughness(VE));
  expect(rough[19] ?? 1).toBeLessThan(1.1 * (rough[9] ?? 0));
  const off = (document.maps.ve ?? VE).values.map((value, i) => Math.log(value / (VE.values[i] ?? 1)));
  expect(Math.sqrt(off.reduce((sum, ln) => sum + ln * ln, 0) / off.length)).toBeLessThan(0.009);
});

function never(): never {
  throw new TypeError('The map has a source');
}
