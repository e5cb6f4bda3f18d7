import { curveThrough } from '../../numeric';
import {
  afterStartAsked,
  afterStartLn,
  coldStarts,
  lastingOf,
  readStarts,
  reserveOf,
  settled,
} from './afterStart';
import type { ChangeBounds } from './changeBounds';
import type { ColdMoment } from './coldRunning';

const flat = (value: number) =>
  curveThrough([
    [-30, value],
    [40, value],
  ]);
const WARM = 1.4;
const NOW = { warmUp: flat(WARM), afterStart: flat(1.2), afterStartDecay: flat(15) };
const WARM_LN = { x: NOW.warmUp.x, values: NOW.warmUp.values.map(Math.log) };
const everyOne = () => 1;
/** A start’s moments, five a second, that need so much over warm-up, fading in a straight line. */
const moments = (
  start: number,
  coolantC: number,
  { initial = 1.5, decayS = 10, forS = 60 } = {},
): ColdMoment[] =>
  Array.from({ length: forS * 5 }, (_, i) => {
    const sinceS = i / 5;
    const fading = 1 + (initial - 1) * Math.max(0, 1 - sinceS / decayS);
    return { start, sinceS, coolantC, neededLn: Math.log(WARM * fading), weightS: 0.2, atEndS: 0 };
  });
const bound = (start: number, coolantC: number, of: Partial<ChangeBounds> = {}): ChangeBounds => ({
  start,
  coolantC,
  ran: 'right',
  givenLn: Math.log(2.1),
  leastLn: -Infinity,
  mostLn: Infinity,
  ...of,
});
const asked = (
  all: readonly ColdMoment[],
  changes: readonly ChangeBounds[] = [],
  alike: (moment: ColdMoment) => number = everyOne,
  trust = alike,
) => {
  const [cold] = coldStarts(all, changes);
  return cold === undefined ? null : afterStartAsked(readStarts(cold, NOW, alike), WARM_LN, trust);
};

describe('starts as cold as each other', () => {
  test('are those that began within 5 °C of the coldest of them, whatever their order', () => {
    const groups = coldStarts(
      [...moments(2, 0), ...moments(0, -19.5), ...moments(1, -15.2), ...moments(3, -14.4)],
      [],
    );
    expect(groups.map(({ starts }) => starts)).toEqual([[0, 1], [3], [2]]);
    expect(groups[0]?.coolantC).toBeCloseTo(-17.35, 9);
    expect(groups[0]?.moments).toHaveLength(600);
  });

  test('a start of which only its bounds are known is one of them, by how cold that began', () => {
    const [one, other] = coldStarts(moments(0, -18), [bound(0, -20), bound(4, -16), bound(5, 10)]);
    expect(one?.starts).toEqual([0, 4]);
    expect(one?.coolantC).toBe(-18);
    expect(other).toMatchObject({ starts: [5], moments: [] });
  });

  test('what lasts is the later half of each', () => {
    const [cold] = coldStarts([...moments(0, -20, { forS: 40 }), ...moments(1, -20, { forS: 10 })], []);
    const late = cold === undefined ? [] : lastingOf(cold);
    expect(Math.min(...late.filter(({ start }) => start === 0).map(({ sinceS }) => sinceS))).toBeCloseTo(20, 0); // prettier-ignore
    expect(Math.min(...late.filter(({ start }) => start === 1).map(({ sinceS }) => sinceS))).toBeCloseTo(5, 0); // prettier-ignore
  });

  test('exactly 5 °C warmer is as cold, and each is bound by its own alone', () => {
    const groups = coldStarts(
      [...moments(0, -20), ...moments(1, -15)],
      [bound(0, -20, { leastLn: 0.4 }), bound(2, 0, { leastLn: 0.1 })],
    );
    expect(groups.map(({ starts, leastLn }) => [starts, leastLn])).toEqual([
      [[0, 1], 0.4],
      [[2], 0.1],
    ]);
    expect(coldStarts([], [])).toEqual([]);
  });
});

describe('what after-start gives', () => {
  const found = asked(moments(0, -20));
  test('fades in a straight line to nothing, and is nothing where it is not known', () => {
    const at = (sinceS: number) =>
      afterStartLn({ ...(found as NonNullable<typeof found>), initial: 1.5, decayS: 10 }, {
        sinceS,
      } as ColdMoment);
    expect(at(0)).toBeCloseTo(Math.log(1.5), 12);
    expect(at(5)).toBeCloseTo(Math.log(1.25), 12);
    expect([at(10), at(40)]).toEqual([0, 0]);
    expect(afterStartLn(undefined, { sinceS: 1 } as ColdMoment)).toBe(0);
  });
});

describe('after-start that several starts ask for', () => {
  test('is found to the figure where all needed the same', () => {
    const found = asked([...moments(0, -20), ...moments(1, -18)]);
    expect(found?.starts).toEqual([0, 1]);
    expect(found?.initial).toBeCloseTo(1.5, 1);
    expect(Math.abs((found?.decayS ?? 0) / 10 - 1)).toBeLessThan(0.08);
    expect(found?.seenS).toBeCloseTo(120, 6);
  });

  test('is between theirs where they needed otherwise, and by the one that is more like now', () => {
    const both = [...moments(0, -20, { initial: 1.5 }), ...moments(1, -20, { initial: 1.9 })];
    expect(asked(both)?.initial).toBeCloseTo(1.7, 1);
    const first = asked(both, [], ({ start }) => (start === 0 ? 1 : 0.02))?.initial ?? 0;
    expect(Math.abs(first - 1.5)).toBeLessThan(0.03);
  });

  test('is right as it is by those alone that are like now', () => {
    const asIs = moments(0, -20, { initial: 1.2, decayS: 15 });
    const other = moments(1, -20, { initial: 1.8, decayS: 15 });
    const now = { initial: expect.closeTo(1.2, 9) as number, decayS: 15 };
    expect(asked([...asIs, ...other])).not.toMatchObject(now);
    expect(asked([...asIs, ...other], [], ({ start }) => (start === 0 ? 1 : 0.01))).toMatchObject(now);
  });

  test('is not as it is where that is less than leaves no hole', () => {
    const asIs = moments(0, -20, { initial: 1.2, decayS: 15 });
    const least = (over: number) => [bound(0, -20, { leastLn: Math.log(WARM * over) })];
    expect(asked(asIs, least(1.19))?.initial).toBeCloseTo(1.2, 9);
    expect(asked(asIs, least(1.3))?.initial).toBeCloseTo(1.3, 9);
  });

  test('is no more than does not drown it, and what leaves no hole comes first', () => {
    const most = Math.log(WARM * 1.3);
    expect(asked(moments(0, -20), [bound(0, -20, { mostLn: most })])?.initial).toBeCloseTo(1.3, 9);
    const both = bound(0, -20, { mostLn: most, leastLn: Math.log(WARM * 1.4) });
    expect(asked(moments(0, -20), [both])?.initial).toBeCloseTo(1.4, 1);
  });

  test('hears less of the first three seconds, while cranking fuel burns, too', () => {
    const wet = moments(0, -20).map((one) =>
      one.sinceS < 3 ? { ...one, neededLn: one.neededLn - 0.15 } : one,
    );
    const early = asked(wet)?.initial ?? 0;
    const even = asked(wet, [], everyOne, (moment) => 1 / settled(moment))?.initial ?? 0;
    expect(settled({ sinceS: 2.9 } as ColdMoment)).toBe(0.25);
    expect(settled({ sinceS: 3 } as ColdMoment)).toBe(1);
    expect(early).toBeGreaterThan(even + 0.02);
  });

  test.each([
    [3, 4.4, true],
    [3, 4.6, false],
    [0, 2.9, true],
    [13.4, 15.9, false],
    [14, 17, true],
  ])('at the rich end from %d to %d s: its beginning was read, %s', (fromS, toS, isRead) => {
    const [from, to] = [Math.round(fromS * 5), Math.round(toS * 5)];
    const rich = moments(0, -20).map((one, i) => (i >= from && i < to ? { ...one, atEndS: 0.2 } : one));
    expect(asked(rich)?.isRead).toBe(isRead);
    // One start that was read is enough.
    expect(asked([...rich, ...moments(1, -20)])?.isRead).toBe(true);
  });

  test('less than four seconds of lambda say nothing, nor does what was seen only late', () => {
    expect(asked(moments(0, -20).slice(0, 19))).toBeNull();
    expect(asked(moments(0, -20).slice(0, 110))?.seenS).toBeCloseTo(22, 6);
    // Fading over 10 s it has to be seen by 6 s; as it is, over 15 s, by 9.
    const from = (fromS: number, all: readonly ColdMoment[]) =>
      asked(all.filter(({ sinceS }) => sinceS >= fromS));
    const much = moments(0, -20, { initial: 2.4, decayS: 10 });
    expect(from(5.5, much)).not.toBeNull();
    expect(from(7.5, much)).toBeNull();
    const asIs = moments(0, -20, { initial: 1.2, decayS: 15 });
    expect(from(8.8, asIs)?.decayS).toBe(15);
    expect(from(9.6, asIs)?.decayS ?? NaN).not.toBe(15);
  });

  test('what fades over more than half of what was seen is not told from what lasts', () => {
    const slow = moments(0, -20, { initial: 1.6, decayS: 50, forS: 60 });
    expect(asked(slow)?.decayS ?? 0).toBeLessThanOrEqual(30);
    expect(asked(moments(0, -20, { initial: 1.6, decayS: 50, forS: 130 }))?.decayS ?? 0).toBeGreaterThan(45);
  });

  test('where there are no curves of it nothing is right as it is, and fifteen seconds are usual', () => {
    const [cold] = coldStarts(moments(0, -20, { initial: 1.2, decayS: 15 }), []);
    const none = { ...NOW, afterStart: null, afterStartDecay: null };
    const found =
      cold === undefined ? null : afterStartAsked(readStarts(cold, none, everyOne), WARM_LN, everyOne);
    expect(found?.initial).toBeCloseTo(1.2, 2);
    const [died] = coldStarts([], [bound(3, -20, { ran: 'not', leastLn: Math.log(2.8) })]);
    expect(died && afterStartAsked(readStarts(died, none, everyOne), WARM_LN, everyOne)?.decayS).toBe(15);
    const other = { ...NOW, afterStartDecay: flat(22) };
    expect(died && afterStartAsked(readStarts(died, other, everyOne), WARM_LN, everyOne)?.decayS).toBe(22);
  });

  test('of one that died alone it is what to try, and nothing where it was neither too little nor too much', () => {
    const died = bound(3, -20, { ran: 'not', leastLn: Math.log(2.8) });
    expect(asked([], [died])).toMatchObject({ starts: [3], seenS: 0, isRead: false, decayS: 15 });
    expect(asked([], [died])?.initial).toBeCloseTo(2.8 / WARM, 9);
    expect(asked([], [{ ...died, leastLn: Math.log(2) }])).toBeNull();
  });
});

describe('what is reserved', () => {
  const now = asked(moments(0, -20, { initial: 1.2, decayS: 15 }));

  test('nothing where it is as it was, or moves little', () => {
    expect(now?.movedLn).toBeCloseTo(0, 6);
    expect(now && reserveOf(now)).toBeNull();
    expect(now && reserveOf({ ...now, movedLn: 0.12 })).toBeNull();
  });

  test('that it moves far, in the first half minute', () => {
    const far = asked(moments(0, -20, { initial: 1.6, decayS: 30, forS: 90 }));
    // At three seconds × 1.16 became × 1.54.
    expect(far?.movedLn).toBeCloseTo(Math.log(1.54 / 1.16), 1);
    expect(far && reserveOf(far)).toBe('far');
    expect(now && reserveOf({ ...now, movedLn: 0.121 })).toBe('far');
  });

  test('warm-up moves with it', () => {
    const [cold] = coldStarts(moments(0, -20, { initial: 1.2, decayS: 15 }), []);
    if (cold === undefined) throw new TypeError('No start');
    const warmer = { x: WARM_LN.x, values: WARM_LN.values.map((ln) => ln - 0.2) };
    expect(afterStartAsked(readStarts(cold, NOW, everyOne), warmer, everyOne)?.movedLn).toBeCloseTo(0.2, 9);
  });

  test('a beginning that was not read comes first', () => {
    expect(now && reserveOf({ ...now, isRead: false, movedLn: 0.5 })).toBe('unread');
  });
});
