import { demo, programOf } from '@tests/support/ventisca';
import { lookUpCurve } from '@/core/numeric';
import type { FilmSettings } from '@/core/control';
import type { EcuProgram } from '@/core/program';
import { transientCure, withFilm, withRate, worstOf } from './transientCure';

const PROGRAM = programOf(demo('ventisca'));
const curve = (value: number) => ({
  ...(PROGRAM.tables.warmUp as NonNullable<typeof PROGRAM.tables.warmUp>),
  values: Float64Array.of(...Array.from({ length: PROGRAM.tables.warmUp?.x.length ?? 0 }, () => value)),
});
const FILM: FilmSettings = {
  cylinders: 6,
  barometricKpa: 80,
  sharePercent: curve(20),
  timeS: curve(0.25),
  opensFromPercentPerS: 20,
};
const rateOf = ({ tables }: EcuProgram) =>
  lookUpCurve(tables.acceleration as NonNullable<typeof tables.acceleration>, 400);

test('a program with another enrichment, or with a film, shares nothing it changes', () => {
  const before = rateOf(PROGRAM);
  const other = withRate(PROGRAM, { factor: 2, decayTurns: 12 });
  expect(rateOf(other)).toBeCloseTo(2 * before, 9);
  expect(other.acceleration.decayTurns).toBe(12);
  expect(rateOf(PROGRAM)).toBe(before);
  const filmed = withFilm(PROGRAM, FILM, { share: 1.5, time: 2 });
  expect(filmed.film?.sharePercent.values[0]).toBe(30);
  expect(filmed.film?.timeS.values[0]).toBe(0.5);
  expect(withFilm(PROGRAM, FILM, { share: 9, time: 1 }).film?.sharePercent.values[0]).toBe(85);
  expect(withRate(filmed, { factor: 1, decayTurns: 8 }).film).toBeNull();
  expect(rateOf(withRate(PROGRAM, { factor: 100, decayTurns: 8 }))).toBe(300);
});

test('the worst of a drive is that of its stabs and openings; one without any, or that died, is the worst of all', () => {
  const excursions = [
    { kind: 'stab', atS: 1, leaner: 0.2, richer: 0.1, isHeld: true },
    { kind: 'opening', atS: 2, leaner: 0.05, richer: 0.15, isHeld: true },
    { kind: 'lift', atS: 3, leaner: 0.9, richer: 0.9, isHeld: false },
  ] as const;
  expect(worstOf({ excursions, diedAtS: [] })).toEqual({ leaner: 0.2, richer: 0.15, died: false });
  expect(worstOf({ excursions, diedAtS: [4] }).died).toBe(true);
  expect(worstOf({ excursions: excursions.slice(2), diedAtS: [] }).died).toBe(true);
});

/** A car that is right with an enrichment of so many times what there is, fading in so many turns, or with a film of such factors. */
const answering =
  (wanted: { factor: number; turns: number; share: number; time: number }) => (program: EcuProgram) => {
    const off =
      program.film === null
        ? Math.abs(rateOf(program) / rateOf(PROGRAM) - wanted.factor) / 10 +
          Math.abs(program.acceleration.decayTurns - wanted.turns) / 100
        : Math.abs((program.film.sharePercent.values[0] as number) / 20 - wanted.share) / 10 +
          Math.abs((program.film.timeS.values[0] as number) / 0.25 - wanted.time) / 10;
    return Promise.resolve({ leaner: off, richer: 0, died: false });
  };

test.each([
  [{ factor: 2, turns: 12, share: 1.2, time: 0.8 }],
  [{ factor: 0.5, turns: 5, share: 0.6, time: 1.7 }],
  [{ factor: 2.4, turns: 18, share: 1, time: 1 }],
])('it finds what a car is right with: %j', async (wanted) => {
  const cure = await transientCure(PROGRAM, FILM, answering(wanted));
  expect(cure?.rate.change.factor).toBeCloseTo(wanted.factor, 6);
  expect(cure?.rate.change.decayTurns).toBe(wanted.turns);
  expect(cure?.film.factors).toEqual({ share: wanted.share, time: wanted.time });
  expect(cure?.rate.worst.leaner).toBeLessThanOrEqual(cure?.now.leaner ?? 0);
  expect(cure?.tried).toBeLessThan(30);
});

test('rich counts for less than lean, and an engine that dies for most', async () => {
  const cure = await transientCure(PROGRAM, FILM, (program) => {
    const factor = rateOf(program) / rateOf(PROGRAM);
    return Promise.resolve({ leaner: 0.3 - 0.1 * factor, richer: 0.1 * factor, died: factor > 1.9 });
  });
  expect(cure?.rate.change.factor).toBeCloseTo(1.8, 6);
});

test('it ends where it is stopped', async () => {
  for (const after of [0, 3, 9, 14, 17, 22]) {
    let drives = 0;
    const stopped = await transientCure(PROGRAM, FILM, () => {
      drives += 1;
      return Promise.resolve(drives > after ? null : { leaner: 0.1, richer: 0, died: false });
    });
    expect([after, stopped, drives]).toEqual([after, null, after + 1]);
  }
});
