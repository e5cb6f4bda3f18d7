import { RIGHT_START } from '@tests/support/madeStart';
import { usualStartOf } from '../../generators';
import { curveThrough, lookUpCurve } from '../../numeric';
import { beliefOf, type CrankedStart, crankingAt, drownedSoon, leanestAtChange } from './crankingFuel';

const USUAL = usualStartOf('petrol');
const START: CrankedStart = { ...RIGHT_START, toS: 30, ranForS: 26.5 };

describe('worked by hand at 20 °C, where nothing hangs on frost', () => {
  const C = 20;
  const usual = lookUpCurve(USUAL.cranking, C);
  const wall = lookUpCurve(USUAL.wallShare, C);
  // Two turns at 220 rev/min.
  const stays = Math.exp(-120 / 220 / lookUpCurve(USUAL.wallTimeS, C));
  /** Of a steady injection so much has come to the valve at the first charge and at the second. */
  const FIRST = 1 - wall * stays;
  const SECOND = 1 - wall * stays ** 2;
  const phi = (z: number) => 1 / (1 + Math.exp(-1.702 * z));
  /** Burns above 0.36 below the usual, drowns from 0.65 above it. */
  const burns = (ln: number) => phi((ln + 0.36) / 0.06);
  const drowns = (ln: number) => phi((ln - 0.65) / 0.15);
  const [FEW, MANY] = [-0.2, 0.3];
  /** How many times as likely an engine of the one need is as one of the other, without what is believed of all engines. */
  const times = (start: Partial<CrankedStart>) => {
    const { levels, tilts, weights } = beliefOf([{ ...START, coolantC: C, ...start }], USUAL);
    const of = (level: number) => {
      const i = levels.findIndex((one) => Math.abs(one - level) < 1e-9);
      const sum = tilts.reduce((all, _, j) => all + (weights[i * tilts.length + j] ?? NaN), 0);
      return sum / Math.exp(-0.5 * (level / 0.35) ** 2);
    };
    return of(FEW) / of(MANY);
  };
  const expected = (of: (level: number) => number) => of(FEW) / of(MANY);
  const given = 0.8 * usual;
  const [first, second] = [Math.log(0.8 * FIRST), Math.log(0.8 * SECOND)];

  test('one that fired at the first charge', () => {
    const of = (u: number) => 0.03 + burns(first - u) * (1 - drowns(first - u)) * (1 - drowns(second - u));
    expect(times({ multiple: given })).toBeCloseTo(expected(of), 9);
    expect(expected(of)).toBeGreaterThan(2);
  });

  test('one that fired at the second, and one that fell back', () => {
    const by = (u: number) => (burns(second - u) - burns(first - u)) * (1 - drowns(first - u));
    const second1 = { multiple: given, firedTurn: 4.4 };
    expect(times(second1)).toBeCloseTo(
      expected((u) => 0.03 + by(u) * (1 - drowns(second - u))),
      9,
    );
    expect(times({ ...second1, end: 'fell' })).toBeCloseTo(
      expected((u) => 0.03 + by(u) * drowns(second - u)),
      9,
    );
  });

  test('one that never fired within two charges', () => {
    const of = (u: number) => 0.03 + (1 - burns(second - u)) + drowns(first - u);
    const never = { multiple: given, firedTurn: null, end: 'never', ranFromS: NaN, ranForS: NaN } as const;
    expect(times(never)).toBeCloseTo(expected(of), 9);
    // With a turn less there is one charge alone.
    const alone = (u: number) => 0.03 + (1 - burns(first - u)) + drowns(first - u);
    expect(times({ ...never, crankedTurns: 4.2 })).toBeCloseTo(expected(alone), 9);
    expect(times({ ...never, crankedTurns: 1.5 })).toBeCloseTo(expected(alone), 9);
  });

  test('what was read in the catch, and what was only known to be richer', () => {
    const went = (u: number) => burns(first - u) * (1 - drowns(first - u)) * (1 - drowns(second - u));
    const off = (u: number, lambda: number) => Math.log(0.9) - Math.log(lambda) - (second - u);
    const read = (u: number) => 0.03 + went(u) * Math.exp(-0.5 * (off(u, 0.84) / 0.2) ** 2);
    expect(times({ multiple: given, lambdaAtCatch: 0.84 })).toBeCloseTo(expected(read), 9);
    const atEnd = (u: number) => 0.03 + went(u) * phi(-off(u, 0.706) / 0.1);
    expect(times({ multiple: given, lambdaAtCatch: 0.706 })).toBeCloseTo(expected(atEnd), 9);
  });

  test('a taper leaves of each charge its share by turns', () => {
    const taper = curveThrough([
      [0, 100],
      [5, 50],
    ]);
    // Fuel from turn 1.3: 87 %, and 67 % two turns later.
    const [one, two] = [Math.log(0.87 * 0.8 * FIRST), Math.log(0.67 * 0.8 * SECOND)];
    const most = Math.max(one, two);
    const of = (u: number) => 0.03 + burns(one - u) * (1 - drowns(one - u)) * (1 - drowns(most - u));
    expect(times({ multiple: given, taper })).toBeCloseTo(expected(of), 9);
  });

  test('of an engine whose need is known, what most likely fires at once and does not drown', () => {
    const of = (level: number, tilt: number, coolantC: number) =>
      crankingAt({ levels: [level], tilts: [tilt], weights: Float64Array.of(1) }, USUAL, coolantC, 220);
    const found = of(0.2, 0, C);
    const likely = (ln: number) => burns(ln - 0.2 + Math.log(FIRST)) * (1 - drowns(ln - 0.2));
    const tried = Array.from({ length: 2801 }, (_, i) => -1.4 + i / 1000);
    const best = tried.reduce((a, b) => (likely(b) > likely(a) ? b : a));
    expect(Math.abs(Math.log(found.multiple / usual) - best)).toBeLessThan(0.0101);
    expect(best).toBeGreaterThan(0.2);
    expect(found).toMatchObject({ coolantC: C, spread: 0 });
    // Half of a tilt of 0.2 at 40 °C below 20 °C is there at 0 °C; warm nothing leaner than the engine’s need is told.
    const ratio = of(0.1, 0.2, 0).multiple / of(0.2, 0, 0).multiple;
    expect(ratio).toBeCloseTo(1, 9);
    expect(of(0.1, 0, 80).multiple).toBeGreaterThanOrEqual(
      lookUpCurve(USUAL.cranking, 80) * Math.exp(0.1) - 1e-9,
    );
    const two = crankingAt(
      { levels: [0, 0.4], tilts: [0], weights: Float64Array.of(0.75, 0.25) },
      USUAL,
      C,
      220,
    );
    // √(0.25 · 0.4² − 0.1²)
    expect(two.spread).toBeCloseTo(Math.sqrt(0.03), 9);
  });
});

test('a start that drowned as running fuel took over, and the leanest it still pulls at', () => {
  const start = { ...START, dipped: true, lambdaAtCatch: 0.7, lambdaAtChange: 0.95 };
  expect(drownedSoon(start)).toBe(true);
  for (const other of [{ dipped: false }, { lambdaAtCatch: 0.72 }, { lambdaAtChange: 0.77 }])
    expect(drownedSoon({ ...start, ...other })).toBe(false);
  // 1 % from its end a sensor is at it; without an end known rich is 0.65.
  expect(drownedSoon({ ...start, lambdaAtCatch: 0.7069 })).toBe(true);
  expect(drownedSoon({ ...start, richestSaid: 0, lambdaAtCatch: 0.65 })).toBe(true);
  expect(drownedSoon({ ...start, richestSaid: 0, lambdaAtCatch: 0.651 })).toBe(false);
  expect(drownedSoon({ ...start, lambdaAtChange: 0.78 })).toBe(true);
  expect(leanestAtChange(-20)).toBeCloseTo(0.9 * Math.exp(0.2 - 0.15), 9);
});

test('a try on wet walls says nothing, beside one that does', () => {
  const one = { ...START, multiple: 5 };
  const wet = { ...START, firedTurn: null, end: 'never', multiple: 2, isRetry: true } as const;
  expect(beliefOf([one, wet], USUAL).weights).toEqual(beliefOf([one], USUAL).weights);
});

test('what is believed before any start: 0.35 all over, and 0.15 from 20 °C to 40 °C below', () => {
  const { levels, tilts, weights } = beliefOf([], USUAL);
  expect([levels[0], levels.at(-1), tilts[0], tilts.at(-1)].map((at) => Number(at?.toFixed(9)))).toEqual([-1.2, 1.2, -0.45, 0.45]); // prettier-ignore
  expect(weights.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 9);
  const at = (level: number, tilt: number) =>
    weights[levels.findIndex((one) => Math.abs(one - level) < 1e-9) * tilts.length + tilts.findIndex((one) => Math.abs(one - tilt) < 1e-9)] ?? NaN; // prettier-ignore
  expect(at(0.7, 0) / at(0, 0)).toBeCloseTo(Math.exp(-2), 9);
  expect(at(0, 0.3) / at(0, 0)).toBeCloseTo(Math.exp(-2), 9);
});
