import { drawnLog } from '@tests/support/drawnLog';
import { RIGHT_START } from '@tests/support/madeStart';
import { usualStartOf } from '../../generators';
import { gridOf, lookUpCurve } from '../../numeric';
import { isAtOnce, type JudgedStart } from './judgedStarts';
import type { RunningFound } from './runningFuel';
import { type SeenStart, seenStarts, stoodSoon } from './seenStarts';
import { crankingCells, fadedCells, warmUpCells } from './startCells';

const USUAL = usualStartOf('petrol');
/** A starter at a speed from second 2 on, and another speed between two times. */
const turning =
  (starterRpm: number, fastRpm: number, fromS = 3, toS = 99) =>
  (atS: number) =>
    atS < 2 ? 0 : atS >= fromS && atS < toS ? fastRpm : starterRpm;
const seen = (readings: Parameters<typeof drawnLog>[0], forS = 12): SeenStart => {
  const [start] = seenStarts(drawnLog(readings, forS));
  if (start === undefined) throw new TypeError('No start');
  return start;
};

describe('what counts as what, just short of it and just beyond', () => {
  test.each([
    [415, 1],
    [425, 0],
  ])('a log that begins with %d rev/min holds %d starts', (rpm, count) => {
    expect(seenStarts(drawnLog({ speed: rpm }))).toHaveLength(count);
  });

  test.each([
    [246, 'never'],
    [254, 'fell'],
  ])('a starter’s 200 rev/min that become %d: %s', (rpm, end) => {
    expect(seen({ speed: turning(200, rpm) }).end).toBe(end);
  });

  test('it left the starter’s speed where it went by 8 % over it', () => {
    const ramp = (atS: number) => (atS < 2 ? 0 : atS < 3 ? 200 : 200 + 10 * (atS - 3) * 10);
    const start = seen({ speed: ramp, phase: 1 });
    // 216 rev/min at 3.16 s: 3.33 turns on the starter and half a turn more.
    expect(Math.abs((start.firedTurn ?? 0) - 3.9)).toBeLessThan(0.1);
  });

  test.each([
    [150, 375, 'fell'],
    [150, 385, 'ran'],
    [250, 470, 'fell'],
    [250, 480, 'ran'],
  ])('without phase, %d rev/min by the starter that become %d: %s', (starterRpm, rpm, end) => {
    expect(seen({ speed: turning(starterRpm, rpm) }).end).toBe(end);
  });

  test.each([
    [3.7, 'fell'],
    [3.9, 'died'],
  ])('fast until %d s only: %s', (toS, end) => {
    expect(seen({ speed: turning(200, 900, 3, toS) }).end).toBe(end);
  });

  test.each([
    [2.9, 'died'],
    [3.1, 'ran'],
  ])('with phase, running for %d s: %s', (forS, end) => {
    const speed = turning(200, 900, 3, 3 + forS);
    expect(seen({ speed, phase: (atS) => (atS >= 3 && atS < 3 + forS ? 2 : 1) }).end).toBe(end);
  });

  test('what it falls back to may be a quarter over the starter’s', () => {
    const speed = (atS: number) => (atS < 2 ? 0 : atS < 3 ? 200 : atS < 4 ? 900 : atS < 5 ? 260 : 240);
    expect(seen({ speed, phase: (atS) => (atS >= 3 ? 2 : 1) }).ranForS).toBeCloseTo(2, 1);
  });

  test.each([
    [0.95, 3.5, false],
    [0.93, 3.5, true],
    [0.93, 3.9, false],
  ])('a speed that falls to %d of itself at %d s dips: %s', (share, atS, dipped) => {
    const speed = (s: number) => (s < 2 ? 0 : s < 3 ? 200 : s < atS ? 1000 : 1000 * share);
    expect(seen({ speed, phase: (s) => (s >= 3 ? 2 : 1) }).dipped).toBe(dipped);
  });

  test.each([
    [1.05, true],
    [1.15, false],
  ])('a dip with lambda %d behind it is one: %s', (lambda, dipped) => {
    const speed = (s: number) => (s < 2 ? 0 : s < 3 ? 200 : s < 3.5 ? 1000 : 900);
    const lambdaOne = (s: number) => (s > 3.4 && s < 3.6 ? lambda : 0.9);
    expect(seen({ speed, phase: (s) => (s >= 3 ? 2 : 1), lambdaOne }).dipped).toBe(dipped);
  });

  test.each([
    [3.3, 0.7, 0.9],
    [3.4, 0.9, 0.9],
  ])('rich at %d s alone', (atS, catchLambda, changeLambda) => {
    const lambdaOne = (s: number) => (Math.abs(s - atS) < 0.015 ? 0.7 : 0.9);
    const start = seen({ speed: turning(200, 900), phase: (s) => (s >= 3 ? 2 : 1), lambdaOne });
    expect(start.lambdaAtCatch).toBeCloseTo(catchLambda, 5);
    expect(start.lambdaAtChange).toBeCloseTo(changeLambda, 5);
  });

  test.each([
    [3.3, 0.9],
    [3.4, 1.2],
    [4.15, 1.2],
    [4.25, 0.9],
  ])('lean at %d s alone is %d as running fuel takes over', (atS, changeLambda) => {
    const lambdaOne = (s: number) => (Math.abs(s - atS) < 0.015 ? 1.2 : 0.9);
    const start = seen({ speed: turning(200, 900), phase: (s) => (s >= 3 ? 2 : 1), lambdaOne });
    expect(start.lambdaAtChange).toBeCloseTo(changeLambda, 5);
  });

  test('the starter’s speed is read from 0.4 to 1.4 turns: neither as it gathers speed nor as it may have fired', () => {
    // 100 rev/min for a fifth of a second are a third of a turn, 220 for 0.35 s another 1.3.
    const speed = (s: number) => (s < 2 ? 0 : s < 2.2 ? 100 : s < 2.6 ? 220 : 240);
    const start = seen({ speed });
    expect(start.starterRpm).toBe(220);
    expect(start.end).toBe('never');
  });

  test.each([
    [0.75, 0],
    [0.85, 1],
  ])('turning for %d s, at 220 rev/min, is %d starts', (forS, count) => {
    // 2.8 turns take 0.76 s.
    const speed = (s: number) => (s >= 2 && s < 2 + forS ? 220 : 0);
    expect(seenStarts(drawnLog({ speed }, 8))).toHaveLength(count);
  });

  test('one reading alone that is fast is a tooth that was missed', () => {
    const speed = (s: number) => (s < 2 ? 0 : Math.abs(s - 4) < 0.009 ? 900 : 200);
    expect(seen({ speed })).toMatchObject({ end: 'never', firedTurn: null });
  });

  test('two tries in one log are two starts, each with its own times', () => {
    const speed = (s: number) => (s < 2 || (s >= 5 && s < 7) || s >= 10 ? 0 : 200);
    const starts = seenStarts(drawnLog({ speed }, 12));
    expect(starts.map(({ fromS, toS }) => [fromS, toS].map(Math.round))).toEqual([
      [2, 5],
      [7, 10],
    ]);
  });

  test('of two sensors the richer one says whether it was lean, and one that says nothing is passed over', () => {
    const speed = (s: number) => (s < 2 ? 0 : s < 3 ? 200 : s < 3.5 ? 1000 : 900);
    const phase = (s: number) => (s >= 3 ? 2 : 1);
    const lean = (s: number) => (s > 3.4 && s < 3.6 ? 1.2 : 0.9);
    const one = seen({ speed, phase, lambdaOne: lean, lambdaTwo: 0.92 });
    expect(one.dipped).toBe(true);
    expect(one.lambdaAtChange).toBeCloseTo(0.92, 5);
    const late = seen({ speed, phase, lambdaOne: (s) => (s < 3.7 ? NaN : 0.88) });
    expect(late.lambdaAtChange).toBeCloseTo(0.88, 5);
    expect(late.dipped).toBe(true);
  });

  test('what is read lean while cranking fuel still burns is no reason for a dip', () => {
    const speed = (s: number) => (s < 2 ? 0 : s < 3 ? 200 : s < 3.5 ? 1000 : 900);
    const lambdaOne = (s: number) => (s > 3.05 && s < 3.25 ? 1.3 : 0.9);
    expect(seen({ speed, phase: (s) => (s >= 3 ? 2 : 1), lambdaOne }).dipped).toBe(true);
  });

  test('one that never ran has no time of running, no dip, and nothing read as fuel took over', () => {
    const start = seen({ speed: turning(200, 200), lambdaOne: 1.1 });
    expect(start).toMatchObject({ end: 'never', dipped: false });
    expect(
      [start.ranFromS, start.ranForS, start.lambdaAtCatch, start.lambdaAtChange].every(Number.isNaN),
    ).toBe(true);
  });

  test('fuel that came only once it ran is no fuel of cranking', () => {
    const start = seen({ speed: turning(200, 900), phase: (s) => (s >= 3 ? 2 : 1), injectorOpening: (s) => (s > 4 ? 8 : 0) }); // prettier-ignore
    expect(start.fuelFromTurn).toBe(1.5);
  });

  test.each([
    [3.85, true],
    [3.95, false],
  ])('fired after %d turns with fuel from 1.3 on is at once: %s', (firedTurn, atOnce) => {
    expect(isAtOnce({ ...RIGHT_START, firedTurn })).toBe(atOnce);
    expect(isAtOnce({ ...RIGHT_START, firedTurn: null })).toBe(false);
  });
});

test.each([
  ['died', 0.5, true],
  ['ran', 7.9, true],
  ['ran', 8, false],
  ['ran', 60, false],
  ['fell', NaN, false],
  ['never', NaN, false],
  ['fell', 2, false],
] as const)('one that %s, for %d s, stood soon: %s', (end, ranForS, soon) => {
  expect(stoodSoon({ ...RIGHT_START, end, ranForS })).toBe(soon);
});

describe('cranking cells, by what their starts were turned at', () => {
  test('slow starters and quick ones are met in their mean', () => {
    const grid = gridOf({ x: [0], y: [], values: [3.4] });
    const rich = (starterRpm: number): JudgedStart => ({
      ...RIGHT_START,
      starterRpm,
      verdict: 'lean',
      firedTurn: 9,
    });
    const limits = { min: 0, max: 20, decimals: 3 };
    const cell = (...rpm: number[]) => crankingCells(rpm.map(rich), grid, USUAL, limits).cells[0]?.value;
    expect(cell(150, 250)).toBe(cell(200, 200));
  });
});

describe('cells', () => {
  const COOLANTS = [-20, 0, 14, 30];
  const LIMITS = { min: 1, max: 6, decimals: 2 };
  const curve = (values: number[]) => gridOf({ x: COOLANTS, y: [], values });
  const CRANKING = curve([4.8, 3.4, 2.8, 2.2]);
  const cranking = (...starts: JudgedStart[]) => crankingCells(starts, CRANKING, USUAL, LIMITS).cells;
  const late: JudgedStart = {
    ...RIGHT_START,
    firedTurn: 5.4,
    crankedTurns: 9,
    verdict: 'lean',
    multiple: 3.4,
  };

  test('a start speaks for cells within 15 °C, and not where all went right', () => {
    expect(cranking(late).map(({ index }) => index)).toEqual([1, 2]);
    expect(cranking({ ...late, coolantC: -1.1 }).map(({ index }) => index)).toEqual([1]);
    expect(cranking({ ...RIGHT_START, verdict: 'leanAfter' })).toEqual([]);
    expect(cranking({ ...RIGHT_START, verdict: 'unclear' })).toEqual([]);
  });

  test('a try on wet walls says nothing, alone or beside another', () => {
    expect(cranking({ ...late, isRetry: true })).toEqual([]);
    const flooded: JudgedStart = {
      ...late,
      isRetry: true,
      verdict: 'rich',
      end: 'fell',
      starterRpm: 150,
      multiple: 1,
    };
    expect(cranking(late, flooded)).toEqual(cranking(late));
  });

  test('what a start was given elsewhere counts here as usual fuel falls with warmth', () => {
    // Fired late at 10 °C with 4.2: at 0 °C that is 4.2 · usual(0) ÷ usual(10), and 8 % more at least.
    const there = { ...late, coolantC: 10, multiple: 4.2, lambdaAtCatch: 0.75 };
    const usual = (coolantC: number) => lookUpCurve(USUAL.cranking, coolantC);
    const asked = (4.2 * 1.08 * usual(0)) / usual(10);
    expect(asked).toBeGreaterThan(4.7);
    expect(cranking(there).find(({ index }) => index === 1)?.value).toBeCloseTo(Math.min(6, asked), 1);
  });

  test('a start that went right with what a cell gives now lets it stay, whatever others did with another', () => {
    const right: JudgedStart = { ...RIGHT_START, multiple: 3.4 };
    const little = { ...late, multiple: 2.8 };
    expect(cranking(little, right).map(({ index }) => index)).not.toContain(1);
    expect(cranking(little, { ...right, multiple: 3.4 * 1.04 }).map(({ index }) => index)).toContain(1);
    // Unless another one went wrong with the same.
    const drowned: JudgedStart = { ...right, verdict: 'rich', end: 'fell' };
    expect(cranking(right, drowned).map(({ index }) => index)).toContain(1);
  });

  test('how unsure it is is told of the coldest cell that is asked for, and not where none is', () => {
    const { unsure } = crankingCells([late], curve([4.8, 3.4, 2.8, 2.2]), USUAL, LIMITS);
    expect(unsure).toBeGreaterThan(0.02);
    expect(crankingCells([RIGHT_START], curve([4.8, 3.4, 2.8, 2.2]), USUAL, LIMITS).unsure).toBeNull();
  });

  test('what fired late rises by 8 % at least, and what never fired is not leaned', () => {
    const rich = { ...late, multiple: 8, lambdaAtCatch: 0.75 };
    expect(cranking(rich).find(({ index }) => index === 1)?.value).toBe(
      Math.min(6, Math.round(8 * 1.08 * 100) / 100),
    );
    const never: JudgedStart = { ...late, end: 'never', firedTurn: null, multiple: 3.9 };
    expect(cranking(never).find(({ index }) => index === 1)?.value ?? 0).toBeGreaterThanOrEqual(3.9);
  });

  test('what drowned never rises, and what fired at once is leaned by a fifth at most', () => {
    const drowned: JudgedStart = { ...RIGHT_START, end: 'fell', verdict: 'rich', multiple: 5 };
    expect(cranking(drowned).find(({ index }) => index === 1)?.value).toBeCloseTo(4, 9);
    const mild: JudgedStart = { ...drowned, multiple: 2 };
    expect(cranking(mild).find(({ index }) => index === 1)?.value ?? 0).toBeLessThanOrEqual(2);
  });

  test('what was leaned by a fifth and drowned again is leaned by another, whatever fired before', () => {
    const drowned: JudgedStart = { ...RIGHT_START, end: 'fell', verdict: 'rich', lambdaAtCatch: 0.7 };
    const [first, then] = [
      { ...drowned, multiple: 6.25 },
      { ...drowned, multiple: 5 },
    ];
    const asked = (...starts: JudgedStart[]) =>
      crankingCells(starts, curve([4.8, 5, 2.8, 2.2]), USUAL, LIMITS).cells.find(({ index }) => index === 1)
        ?.value;
    expect(asked(first)).toBeUndefined();
    expect(asked(first, then)).toBeCloseTo(4, 9);
    expect(asked(then, first)).toBeCloseTo(4, 9);
    // A start that fired late says nothing of how lean the others were.
    expect(asked(then, { ...first, firedTurn: 9, multiple: 4.5 })).toBeCloseTo(4, 9);
  });

  test('beside a start that went right a cell stays within three tenths of what that was given', () => {
    const right: JudgedStart = { ...RIGHT_START, coolantC: 5, multiple: 2.4 };
    const here = (2.4 * 3.4) / lookUpCurve(USUAL.cranking, 5);
    const value = cranking({ ...late, multiple: 2.3 }, right).find(({ index }) => index === 1)?.value ?? 0;
    expect(value).toBeLessThanOrEqual(Math.max(here * 1.3, 2.3 * 1.08) + 0.01);
  });

  test('no cell moves by more than 1.8 at once, beyond its limits, or for a trifle', () => {
    const never: JudgedStart = { ...late, end: 'never', firedTurn: null, multiple: 1 };
    const little = crankingCells([never], curve([4.8, 1, 2.8, 2.2]), USUAL, LIMITS).cells;
    expect(little.find(({ index }) => index === 1)?.value).toBeCloseTo(1.8, 9);
    const most = crankingCells(
      [{ ...late, multiple: 5.9 }],
      curve([4.8, 5.9, 2.8, 2.2]),
      USUAL,
      LIMITS,
    ).cells;
    expect(most.find(({ index }) => index === 1)?.value).toBe(6);
  });

  const FOUND: RunningFound = {
    warmUpLn: Float64Array.from([1.5, 1.3, 1.2, 1.1], Math.log),
    warmUpS: Float64Array.of(0.9, 1.1, 20, 20),
    afterStarts: [],
    leftOver: 0,
  };

  test('warm-up moves where more than a second speaks for it, and by more than half a per cent', () => {
    const cells = warmUpCells(FOUND, curve([1.4, 1.2, 1.203, 1.2]), LIMITS);
    expect(cells).toEqual([
      { index: 1, value: 1.3 },
      { index: 3, value: 1.1 },
    ]);
  });

  const after = (coolantC: number, initial: number, decayS: number) => ({ starts: [0], coolantC, initial, decayS, seenS: 60, seenFromS: 1, isRead: true, movedLn: 0 }); // prettier-ignore
  const faded = (afterStarts: RunningFound['afterStarts'], of: 'initial' | 'decayS' = 'initial') =>
    fadedCells({ ...FOUND, afterStarts }, of === 'initial' ? curve([1.8, 1.4, 1.3, 1.2]) : curve([20, 16, 12, 8]), { ...LIMITS, max: 90 }, { of, over: of === 'initial' ? 1 : 0 }); // prettier-ignore

  test('after-start moves by what each start asked for over one, straight between them, and not far from them', () => {
    expect(faded([])).toEqual([]);
    // Half of 0.4 at 0 °C: half of it at 14 °C too, and nothing said at −20 and 30 °C.
    expect(faded([after(0, 1.2, 16)])).toEqual([
      { index: 1, value: 1.2 },
      { index: 2, value: 1.15 },
    ]);
    // Half at −20, all at 30: at 0 °C e^(0.6 · ln ½) of 0.4.
    const cells = faded([after(30, 1.2, 8), after(-20, 1.4, 20)]);
    expect(cells[0]).toEqual({ index: 0, value: 1.4 });
    expect(cells.find(({ index }) => index === 1)?.value).toBeCloseTo(
      1 + 0.4 * Math.exp(0.6 * Math.log(0.5)),
      2,
    );
    expect(cells.find(({ index }) => index === 3)).toBeUndefined();
  });

  test('decays as they are, and what is no enrichment stays none', () => {
    expect(faded([after(0, 1, 24)], 'decayS')).toEqual([
      { index: 1, value: 24 },
      { index: 2, value: 18 },
    ]);
    expect(faded([after(0, 1, 16)]).map(({ value }) => value)).toEqual([1.02, 1.01]);
  });

  test('a decay may move to what was seen at once, by eight times at most', () => {
    expect(faded([after(0, 1, 4)], 'decayS')[0]).toEqual({ index: 1, value: 4 });
    expect(faded([after(0, 1, 1)], 'decayS')[0]).toEqual({ index: 1, value: 2 });
  });

  test('two starts equally cold are both heard', () => {
    expect(faded([after(0, 1.2, 16), after(0, 1.2, 16)]).map(({ index }) => index)).toEqual([1, 2]);
  });
});
