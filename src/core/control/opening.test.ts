import fc from 'fast-check';
import { type ChannelValues, frameOf } from '../channel';
import { opening, type OpeningOut } from './opening';

/** What is decided at each of these moments. */
function followed(moments: readonly ChannelValues[], deadBandPercent = 0): OpeningOut[] {
  const settings = { thresholdPercentPerS: 80, deadBandPercent, decayTurns: 8 };
  const state = opening.atRest(settings);
  const out = opening.out(settings);
  return moments.map((values) => {
    opening.step(settings, state, frameOf(values), out);
    return { ...out };
  });
}

describe('an opening throttle', () => {
  // From 10 to 18 % in 20 ms is 400 %/s.
  test('10 to 18 % in 20 ms is 400 %/s, and is held while it fades over 8 turns', () => {
    expect(
      followed([
        { time: 1, throttle: 10, turns: 100 },
        { time: 1.02, throttle: 18, turns: 100.5 },
        { time: 1.04, throttle: 18, turns: 101 },
        { time: 1.3, throttle: 18, turns: 108.4 },
        { time: 1.33, throttle: 18, turns: 108.5 },
      ]),
    ).toEqual([
      { rate: 0, turnsSince: 0, reason: 'still' },
      { rate: expect.closeTo(400, 9), turnsSince: 0, reason: 'opening' },
      { rate: expect.closeTo(400, 9), turnsSince: 0.5, reason: 'fading' },
      { rate: expect.closeTo(400, 9), turnsSince: expect.closeTo(7.9, 9), reason: 'fading' },
      { rate: 0, turnsSince: 0, reason: 'still' },
    ]);
  });

  test('a rate below the threshold is told and not held', () => {
    const last = followed([
      { time: 0, throttle: 10 },
      { time: 0.1, throttle: 17 },
    ]).at(-1);
    expect(last).toEqual({ rate: expect.closeTo(70, 9), turnsSince: 0, reason: 'still' });
  });

  test('looks seldom enough that a step of the pedal is not taken for a rate twice as high', () => {
    const [, second, third] = followed([
      { time: 0, throttle: 10 },
      { time: 0.01, throttle: 12 },
      { time: 0.02, throttle: 12 },
    ]);
    expect(second?.rate).toBe(0);
    expect(third?.rate).toBeCloseTo(100, 9);
  });

  test('a lower peak does not replace a higher one that is still fresh, and does once that has faded', () => {
    const at = (turns: number) =>
      followed([
        { time: 0, throttle: 0, turns: 0 },
        { time: 0.02, throttle: 16, turns: 0 },
        { time: 0.04, throttle: 16, turns },
        { time: 0.06, throttle: 20, turns },
      ]).at(-1);
    expect(at(1)).toMatchObject({ reason: 'fading', turnsSince: 1 });
    expect(at(1)?.rate).toBeCloseTo(800, 6);
    expect(at(7)).toMatchObject({ reason: 'opening', turnsSince: 0 });
    expect(at(7)?.rate).toBeCloseTo(200, 6);
  });

  // 100 %/s, a look at a time: 2, 4, 6 % from where it stood.
  test('a movement counts once it has left its dead band, and begins anew where it stood still', () => {
    const told = followed(
      [
        { time: 0, throttle: 10 },
        { time: 0.02, throttle: 12 },
        { time: 0.04, throttle: 14 },
        { time: 0.06, throttle: 15, turns: 1 },
        { time: 0.08, throttle: 17, turns: 2 },
        { time: 0.1, throttle: 19, turns: 3 },
      ],
      4,
    );
    expect(told.map(({ reason }) => reason)).toEqual([
      'still',
      'still',
      'opening',
      'fading',
      'fading',
      'opening',
    ]);
    expect(told[1]?.rate).toBe(80);
    expect(told[2]?.rate).toBeCloseTo(100, 6);
  });

  test('a throttle that trembles within it never opens', () => {
    const trembling = Array.from({ length: 40 }, (_, i) => ({
      time: i / 50,
      throttle: 10 + (i % 2) * 1.8,
      turns: i / 10,
    }));
    for (const out of followed(trembling, 2)) {
      expect(out.reason).toBe('still');
      expect(out.rate).toBeLessThanOrEqual(80);
    }
    expect(followed(trembling, 1).some(({ reason }) => reason === 'opening')).toBe(true);
  });

  test('a closing throttle opens nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 5 }), { minLength: 2, maxLength: 30 }), (falls) => {
        let throttle = 100;
        const moments = falls.map((by, i) => ({ time: i / 50, throttle: (throttle -= by), turns: i }));
        for (const out of followed(moments)) {
          expect(out.reason).toBe('still');
          expect(out.rate).toBeLessThanOrEqual(0);
        }
      }),
    );
  });
});
