import { usualStartOf } from '../../generators';
import { chance } from '@tests/support/chance';
import { RIGHT_START } from '@tests/support/madeStart';
import { curveThrough, lookUpCurve } from '../../numeric';
import { beliefOf, type CrankedStart, crankingAt, drownedSoon, leanestAtChange } from './crankingFuel';

const USUAL = usualStartOf('petrol');
const START: CrankedStart = { ...RIGHT_START, toS: 30, ranForS: 26.5 };
const NEVER = {
  ...START,
  firedTurn: null,
  end: 'never',
  crankedTurns: 20,
  ranFromS: NaN,
  ranForS: NaN,
} as const;
const FELL = { ...START, end: 'fell', crankedTurns: 20, ranFromS: NaN, ranForS: NaN } as const;
const at = (starts: readonly CrankedStart[], coolantC = 0) =>
  crankingAt(beliefOf(starts, USUAL), USUAL, coolantC, 220);
const multiple = (...starts: readonly CrankedStart[]) => at(starts).multiple;

describe('cranking fuel from starts', () => {
  test('knowing nothing it is the usual, with what is over for being unsure', () => {
    const { spread, multiple: given } = at([]);
    // 0.35 all over and 0.15 for 40 °C, of which 20 °C make half: √(0.35² + 0.075²).
    expect(spread).toBeCloseTo(Math.hypot(0.35, 0.075), 2);
    expect(given).toBeGreaterThan(3.4);
    expect(given).toBeLessThan(3.4 * 1.4);
  });

  test('a start that fired late, or never with little, asks for more; one that drowned for less', () => {
    const none = multiple();
    const late = multiple({ ...START, multiple: 3, firedTurn: 5.4 });
    expect(late).toBeGreaterThan(3);
    expect(late).toBeLessThan(3 * 1.5);
    expect(multiple({ ...NEVER, multiple: 3 })).toBeGreaterThan(none);
    expect(multiple({ ...FELL, multiple: 6 })).toBeLessThan(6 * 0.8);
  });

  test('one that never fired with thrice the usual drowned, and is no reason to give more', () => {
    expect(multiple({ ...NEVER, multiple: 10 })).toBeLessThan(multiple() * 1.02);
  });

  test.each([-20, 0, 20, 60])(
    'at %d °C the later it fires with the same fuel, the more it asks for',
    (coolantC) => {
      const given = 0.9 * lookUpCurve(USUAL.cranking, coolantC);
      const asked = [3.2, 5.4].map((firedTurn) => at([{ ...START, coolantC, multiple: given, firedTurn, crankedTurns: 12 }], coolantC).multiple); // prettier-ignore
      expect(asked[1]).toBeGreaterThan(asked[0] as number);
    },
  );

  test('a reading of what burned says how rich it was', () => {
    const read = (lambdaAtCatch: number) => multiple({ ...START, multiple: 4, lambdaAtCatch });
    expect(read(0.78)).toBeLessThan(read(1));
    expect(read(1)).toBeLessThan(read(1.2));
    // At the end of what the sensor says it is that or richer: no more than a bound.
    expect(read(0.7)).toBeLessThan(multiple({ ...START, multiple: 4 }));
  });

  test('the taper counts: with half of it gone since the second turn too little is no more than that', () => {
    const taper = curveThrough([
      [0, 100],
      [1, 50],
    ]);
    const never = { ...NEVER, multiple: 6 };
    expect(multiple({ ...never, taper })).toBeGreaterThan(1.1 * multiple(never));
  });

  test('a try on wet walls says nothing', () => {
    expect(multiple({ ...FELL, multiple: 6, isRetry: true })).toBe(multiple());
  });

  test('what is learnt at one temperature holds less far from it', () => {
    const starts = [
      { ...START, multiple: 3, firedTurn: 5.4 },
      { ...FELL, multiple: 5.4 },
    ];
    expect(at(starts, 0).spread).toBeLessThan(at(starts, 60).spread);
    expect(at(starts, 0).spread).toBeLessThan(at(starts.slice(0, 1), 0).spread + 1e-9);
  });

  test('what frost asks beyond the usual is told apart from what the engine asks everywhere', () => {
    const of = (coolantC: number, share: number, as: CrankedStart): CrankedStart => ({
      ...as,
      coolantC,
      multiple: share * lookUpCurve(USUAL.cranking, coolantC),
    });
    const shareAt = (starts: readonly CrankedStart[], coolantC: number) =>
      at(starts, coolantC).multiple / lookUpCurve(USUAL.cranking, coolantC);
    const late = { ...START, firedTurn: 5.4, crankedTurns: 12 };
    const warmRight = [of(20, 1, START), of(20, 1.9, FELL)];
    const more = [...warmRight, of(-20, 0.9, NEVER), of(-20, 1.15, late)];
    const less = [...warmRight, of(-20, 1.2, FELL), of(-20, 0.7, START)];
    expect(shareAt(more, -20)).toBeGreaterThan(1.1 * shareAt(more, 20));
    expect(shareAt(less, -20)).toBeLessThan(0.95 * shareAt(less, 20));
    // In between it is in between.
    expect(shareAt(more, 0)).toBeGreaterThan(shareAt(more, 20));
    expect(shareAt(more, 0)).toBeLessThan(shareAt(more, -20));
  });

  test('the longer it cranked on the same fuel without firing, the more it asks for', () => {
    const never = (crankedTurns: number) => multiple({ ...NEVER, multiple: 3, crankedTurns });
    expect(never(20)).toBeGreaterThan(1.02 * never(3.2));
    // A turn more is no chance more: one of its cylinders comes by at every second.
    expect(never(5.9)).toBe(never(4.4));
    expect(never(6.4)).toBeGreaterThan(never(5.9));
  });

  test('the taper counts from the turn that fuel came in', () => {
    const taper = curveThrough([
      [5, 100],
      [6, 50],
    ]);
    const never = (fuelFromTurn: number) =>
      multiple({ ...NEVER, multiple: 6, taper, fuelFromTurn, crankedTurns: fuelFromTurn + 3.2 });
    expect(never(6)).toBeGreaterThan(1.05 * never(1));
  });

  // An engine that needs e^u of the usual, tried with multiples by chance: in the middle of what it does the study ends within what fires.
  test('engines that need more and less are found by their own starts', () => {
    const next = chance(11);
    for (let engine = 0; engine < 12; engine += 1) {
      const need = Math.exp(0.7 * (next() - 0.5));
      const starts = Array.from({ length: 4 }, () => went(3.4 * Math.exp(1.4 * (next() - 0.5)), 3.4 * need));
      const share = multiple(...starts) / (3.4 * need);
      expect(share).toBeGreaterThan(0.8);
      expect(share).toBeLessThan(1.6);
    }
  });
});

/** How a start at 0 °C goes: too lean below 0.75 of the need, wet walls needed below 0.95, drowned above 1.8. */
function went(given: number, need: number): CrankedStart {
  const share = given / need;
  if (share < 0.75 || share > 2.6) return { ...NEVER, multiple: given };
  if (share > 1.8) return { ...FELL, multiple: given };
  return { ...START, multiple: given, firedTurn: share < 0.95 ? 5.4 : 3.2, crankedTurns: 12 };
}

describe('as running fuel takes over', () => {
  test('an engine has drowned where its speed dips and what burned was rich, but what followed was not', () => {
    const start = { ...START, dipped: true, lambdaAtCatch: 0.7, lambdaAtChange: 0.95 };
    expect(drownedSoon(start)).toBe(true);
    expect(drownedSoon({ ...start, dipped: false })).toBe(false);
    expect(drownedSoon({ ...start, lambdaAtCatch: 0.72 })).toBe(false);
    expect(drownedSoon({ ...start, lambdaAtCatch: NaN })).toBe(false);
    expect(drownedSoon({ ...start, lambdaAtChange: 0.74 })).toBe(false);
    // Without a known end rich is what no engine needs.
    expect(drownedSoon({ ...start, richestSaid: 0, lambdaAtCatch: 0.64 })).toBe(true);
    expect(drownedSoon({ ...start, richestSaid: 0, lambdaAtCatch: 0.66 })).toBe(false);
  });

  test('one that drowned is no start that went right', () => {
    const start = { ...START, multiple: 5, lambdaAtCatch: 0.7, lambdaAtChange: 0.95 };
    expect(multiple({ ...start, dipped: true })).toBeLessThan(multiple(start));
  });

  test('it pulls up to the leaner a lambda the warmer it is', () => {
    // 0.9 · e^(0.29 − 0.15) at 0 °C.
    expect(leanestAtChange(0)).toBeCloseTo(0.9 * Math.exp(0.14), 9);
    expect(leanestAtChange(-20)).toBeCloseTo(0.9 * Math.exp(0.05), 9);
    expect(leanestAtChange(60)).toBeGreaterThan(leanestAtChange(0));
  });
});
