import { RIGHT_START } from '@tests/support/madeStart';
import { usualStartOf } from '../../generators';
import { lookUpCurve } from '../../numeric';
import { boundsTogether, type ChangeBounds, changeBounds } from './changeBounds';
import { leanestAtChange } from './crankingFuel';
import type { JudgedStart } from './judgedStarts';

const USUAL = usualStartOf('petrol');

describe('what running fuel is bound by', () => {
  const bounds = (change: Partial<JudgedStart>) => changeBounds([{ ...RIGHT_START, ...change }], USUAL);
  const usual = lookUpCurve(USUAL.running, 0);
  const lean = { lambdaAtChange: 1.15, givenAfter: 2 };

  test('a hole asks for more by what it was leaner than an engine pulls at, and a third over', () => {
    const [bound] = bounds(lean);
    expect(bound).toMatchObject({ start: 0, coolantC: 0, givenLn: Math.log(2), mostLn: Infinity });
    expect(bound?.leastLn).toBeCloseTo(Math.log(2) + 1.3 * Math.log(1.15 / leanestAtChange(0)), 9);
  });

  test('a try on wet walls, an unread one and one of unknown curves bind nothing', () => {
    expect(bounds({ ...lean, isRetry: true })).toEqual([]);
    expect(bounds({ ...lean, lambdaAtChange: NaN })).toEqual([]);
    expect(bounds({ ...lean, givenAfter: NaN })).toEqual([]);
  });

  test('what did not burn in an engine that ran on counts only where little was given, and as no leaner than burns', () => {
    const unburnt = { lambdaAtChange: 1.3, end: 'ran' } as const;
    expect(bounds({ ...unburnt, givenAfter: 0.71 * usual })).toEqual([]);
    const [bound] = bounds({ ...unburnt, givenAfter: 0.69 * usual });
    expect((bound?.leastLn ?? 0) - (bound?.givenLn ?? 0)).toBeCloseTo(
      1.3 * Math.log(1.2 / leanestAtChange(0)),
      9,
    );
    expect(bounds({ ...unburnt, lambdaAtChange: 1.19, givenAfter: 0.9 * usual })).toHaveLength(1);
    expect(bounds({ ...unburnt, end: 'died', givenAfter: 0.9 * usual })).toHaveLength(1);
  });

  test('one that stood soon with far more than usual drowned in it: half of that is taken off where it is more', () => {
    const stood = { ...lean, end: 'ran', ranForS: 5 } as const;
    const off = (change: Partial<JudgedStart>) => {
      const [bound] = bounds({ ...stood, ...change });
      return bound === undefined ? null : bound.givenLn - bound.mostLn;
    };
    expect(off({ givenAfter: 1.5 * usual })).toBeCloseTo(0.3, 9);
    expect(off({ givenAfter: 2 * usual })).toBeCloseTo(0.5 * Math.log(2), 9);
    expect(off({ givenAfter: 1.4 * usual })).toBeNull();
    expect(off({ givenAfter: 2 * usual, ranForS: 9 })).toBeNull();
    expect(off({ givenAfter: 2 * usual, end: 'died' })).toBeCloseTo(0.5 * Math.log(2), 9);
  });

  test('one that drowned in cranking fuel says nothing, and of one that ran on only what burned', () => {
    expect(bounds({ ...lean, verdict: 'rich', end: 'died' })).toEqual([]);
    expect(bounds({ ...lean, verdict: 'rich', lambdaAtChange: 1.06 })).toEqual([]);
    expect(bounds({ ...lean, verdict: 'rich', lambdaAtChange: 1.04 })[0]?.ran).toBe('otherwise');
    expect(bounds(lean)[0]?.ran).toBe('right');
    expect(bounds({ ...lean, end: 'died', verdict: 'leanAfter' })[0]?.ran).toBe('not');
  });

  test('with more than a tenth over the usual it drowned, or says nothing', () => {
    const much = { ...lean, givenAfter: 1.11 * usual };
    expect(bounds(much)).toEqual([]);
    const [bound] = bounds({ ...much, verdict: 'richAfter' });
    expect(bound?.leastLn).toBe(-Infinity);
    expect((bound?.givenLn ?? 0) - (bound?.mostLn ?? 0)).toBeCloseTo(0.3, 9);
    expect(bounds({ ...lean, givenAfter: 1.09 * usual })[0]?.mostLn).toBe(Infinity);
  });
});

describe('several starts as cold as each other', () => {
  const one = (of: Partial<ChangeBounds>): ChangeBounds => ({
    start: 0,
    coolantC: 0,
    ran: 'right',
    givenLn: 0.9,
    leastLn: 0.6,
    mostLn: Infinity,
    ...of,
  });

  test('none bounds nothing', () => {
    expect(boundsTogether([])).toEqual({ givenLn: -Infinity, leastLn: -Infinity, mostLn: Infinity });
  });

  test('what is enough is what the one that ran with the least to spare says', () => {
    expect(boundsTogether([one({}), one({ givenLn: 0.7, leastLn: 0.65 })]).leastLn).toBe(0.6);
    expect(boundsTogether([one({}), one({ givenLn: 0.7, leastLn: 0.4 })]).leastLn).toBe(0.4);
  });

  test('those with the right cranking fuel are heard before others, and those before the ones that died', () => {
    const other = one({ ran: 'otherwise', leastLn: 0.2 });
    expect(boundsTogether([one({}), other]).leastLn).toBe(0.6);
    expect(boundsTogether([other]).leastLn).toBe(0.2);
    const died = one({ ran: 'not', givenLn: 0.1, leastLn: 0.8 });
    expect(boundsTogether([other, died]).leastLn).toBe(0.2);
    expect(boundsTogether([died, one({ ran: 'not', givenLn: 0.1, leastLn: 0.7 })]).leastLn).toBe(0.8);
  });

  test('it is more than any died with', () => {
    const died = one({ ran: 'not', givenLn: 0.7, leastLn: 0.9 });
    expect(boundsTogether([one({}), died]).leastLn).toBeCloseTo(0.75, 9);
    expect(boundsTogether([one({}), { ...died, givenLn: 0.5 }]).leastLn).toBe(0.6);
    // Of something else where it had enough.
    expect(boundsTogether([one({}), { ...died, leastLn: 0.69 }]).leastLn).toBe(0.6);
  });

  test('one that drowned bounds from above alone, and the least of those counts', () => {
    const drowned = (mostLn: number, ran: ChangeBounds['ran'] = 'not') =>
      one({ ran, givenLn: 1.5, leastLn: -Infinity, mostLn });
    expect(boundsTogether([drowned(1.1), drowned(1)])).toEqual({
      givenLn: 1.5,
      leastLn: -Infinity,
      mostLn: 1,
    });
    expect(boundsTogether([one({}), drowned(1)]).leastLn).toBe(0.6);
  });
});
