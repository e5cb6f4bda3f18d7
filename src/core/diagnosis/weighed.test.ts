import fc from 'fast-check';
import { CAUSES } from './causes';
import { type SignRead, testWords, weighed } from './diagnose';
import { LOOK_TEST_IDS, LOOK_TESTS } from './lookTests';
import { SIGNS } from './signs';

const sound: readonly SignRead[] = SIGNS.map((sign) => ({ sign, state: sign.states[0] as string }));
const nothing: readonly SignRead[] = SIGNS.map((sign) => ({ sign, state: null }));
const but = (all: readonly SignRead[], states: Readonly<Record<string, string | null>>): SignRead[] =>
  all.map((one) => (one.sign.id in states ? { ...one, state: states[one.sign.id] ?? null } : one));
const anyRead = fc
  .tuple(...SIGNS.map((sign) => fc.constantFrom(null, ...sign.states)))
  .map((states) => SIGNS.map((sign, i): SignRead => ({ sign, state: states[i] ?? null })));

describe('the list of causes', () => {
  test('each has its id alone, words, and shows and moves signs that there are, in states they have', () => {
    expect(new Set(CAUSES.map(({ id }) => id)).size).toBe(CAUSES.length);
    const signs = new Map(SIGNS.map((sign) => [sign.id, sign]));
    expect(signs.size).toBe(SIGNS.length);
    for (const { id, label, next, weight, shows, moves = [], blurs: may = [] } of CAUSES) {
      const blurs = [...moves, ...may];
      expect([id, label]).toEqual([id, expect.stringMatching(/^[A-Z].*[^.]$/)]);
      expect([id, next]).toEqual([id, expect.stringMatching(/^[A-Z].{15,}[.?]$/)]);
      expect(weight).toBeGreaterThan(0);
      for (const [sign, [state, surely]] of Object.entries(shows)) {
        expect([id, signs.get(sign)?.states]).toEqual([id, expect.arrayContaining([state])]);
        expect(surely).toBeLessThan(1);
      }
      for (const sign of blurs) expect([id, sign, signs.has(sign)]).toEqual([id, sign, true]);
      expect([id, blurs.filter((sign) => sign in shows)]).toEqual([id, []]);
    }
  });

  test.each(CAUSES.map((cause) => [cause.id, cause] as const))(
    '%s is the likeliest of what it shows itself',
    (id, { shows, moves = [] }) => {
      const { likely, sound: stillSound } = weighed(
        but(sound, {
          ...Object.fromEntries(moves.map((sign) => [sign, 'high'])),
          ...Object.fromEntries(Object.entries(shows).map(([sign, [state]]) => [sign, state])),
        }),
      );
      // What shows nothing surely of its own is found only where it moves a sign.
      if (id === 'bankLean') return;
      expect(likely[0]?.cause?.id).toBe(id);
      expect(likely[0]?.probability).toBeGreaterThan(stillSound);
    },
  );
});

describe('weighing', () => {
  test('of nothing known a sound engine has one half, something unknown a twentieth, and the causes the rest by weight', () => {
    const { sound: share, likely } = weighed(nothing);
    expect(share).toBeCloseTo(0.5, 12);
    expect(likely.find(({ cause }) => cause === null)?.probability).toBeCloseTo(0.05, 12);
    const all = CAUSES.reduce((sum, { weight }) => sum + weight, 0);
    expect(likely.find(({ cause }) => cause?.id === 'pumpWeak')?.probability).toBeCloseTo(0.45 / all, 12);
  });

  // By hand, one sign: a dead alternator ½·0.0005/2 of soundness against 0.45/Σ·0.95.
  test('one sign is weighed by Bayes’ rule', () => {
    const charging = nothing.filter(({ sign }) => sign.id === 'charging');
    const { sound: share, likely } = weighed(but(charging, { charging: 'low' }));
    const all = CAUSES.reduce((sum, { weight }) => sum + weight, 0);
    const dead = (0.45 / all) * 0.95;
    const others = CAUSES.filter(({ id }) => id !== 'notCharging').reduce(
      (sum, { weight }) => sum + weight,
      0,
    );
    const chances = 0.5 * 0.00025 + dead + (0.45 / all) * others * 0.00025 + 0.05 * 0.03;
    expect(share).toBeCloseTo((0.5 * 0.00025) / chances, 6);
    expect(likely[0]?.probability).toBeCloseTo(dead / chances, 6);
  });

  // By hand, two signs: a dead alternator beside a link that loses by itself; the link beside one; neither; something unknown.
  test('a bad way to the car does not hide what is wrong with it, nor the other way round', () => {
    const two = nothing.filter(({ sign }) => sign.id === 'charging' || sign.id === 'linkLoses');
    const { sound: share, likely } = weighed(but(two, { charging: 'low', linkLoses: 'yes' }));
    const all = CAUSES.reduce((sum, { weight }) => sum + weight, 0);
    const of = (which: (id: string) => boolean) =>
      CAUSES.filter(({ id }) => which(id)).reduce((sum, { weight }) => sum + weight, 0) * (0.45 / all);
    const dead = of((id) => id === 'notCharging') * 0.95 * 0.01;
    const loses = of((id) => id === 'linkLoses') * 0.00025 * 0.97;
    const spoils = of((id) => id === 'linkSpoils') * 0.00025 * 0.12;
    const slow = of((id) => id === 'linkSlow') * 0.00025 * 0.03;
    const others = of((id) => id !== 'notCharging' && !id.startsWith('link')) * 0.00025 * 0.01;
    const chances = dead + loses + spoils + slow + others + 0.5 * 0.00025 * 0.001 + 0.05 * 0.03 * 0.01;
    expect(likely[0]?.cause?.id).toBe('notCharging');
    expect(likely[0]?.probability).toBeCloseTo(dead / chances, 6);
    expect(share).toBeCloseTo((0.5 * 0.00025 * 0.001) / chances, 6);
  });

  test.each(CAUSES.filter(({ id }) => !id.startsWith('link')).map((cause) => [cause.id, cause] as const))(
    '%s is found over a link that loses as without',
    (id, { shows, moves = [] }) => {
      const own = {
        ...Object.fromEntries(moves.map((sign) => [sign, 'high'])),
        ...Object.fromEntries(Object.entries(shows).map(([sign, [state]]) => [sign, state])),
      };
      const [near] = weighed(but(sound, own)).likely;
      const [far] = weighed(but(sound, { ...own, linkLoses: 'yes' })).likely;
      // What shows nothing surely of its own is found only where it moves a sign.
      if (id === 'bankLean') return;
      expect(far?.cause?.id).toBe(near?.cause?.id);
      expect(far?.probability).toBeGreaterThan(0.5);
    },
  );

  test('chances are shares of one, the likeliest first, in whatever order signs come', () => {
    fc.assert(
      fc.property(anyRead, fc.integer(), (read, seed) => {
        const { sound: share, likely } = weighed(read);
        const sum = share + likely.reduce((total, { probability }) => total + probability, 0);
        expect(sum).toBeLessThanOrEqual(1 + 1e-9);
        // What is left out is less than a hundredth each.
        expect(sum).toBeGreaterThan(1 - 0.01 * (CAUSES.length + 1));
        likely.slice(1).forEach(({ probability }, i) => {
          expect(probability).toBeLessThanOrEqual(likely[i]?.probability ?? 0);
        });
        const turned = read.map((one, i) => [Math.sin(seed + i), one] as const).sort((a, b) => a[0] - b[0]);
        expect(weighed(turned.map(([, one]) => one)).sound).toBeCloseTo(share, 9);
      }),
      { numRuns: 60 },
    );
  });

  test('a sign that goes from sound to off never makes soundness surer', () => {
    fc.assert(
      fc.property(anyRead, fc.nat(SIGNS.length - 1), (read, at) => {
        const { sign } = read[at] as SignRead;
        const withState = (state: string) =>
          weighed(read.map((one, i) => (i === at ? { ...one, state } : one))).sound;
        for (const off of sign.states.slice(1)) {
          expect(withState(off)).toBeLessThanOrEqual(withState(sign.states[0] as string) + 1e-12);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('what nothing on the list shows is called unknown', () => {
    const off: readonly Readonly<Record<string, string>>[] = [
      { charging: 'high' },
      { 'sensor:coolant': 'high', 'sensor:air': 'high', 'sensor:throttle': 'high' },
      { charging: 'high', idleValve: 'high' },
    ];
    for (const states of off) {
      const { likely, sound: share } = weighed(but(sound, states));
      expect([states, likely[0]?.cause]).toEqual([states, null]);
      expect(likely[0]?.probability).toBeGreaterThan(share);
    }
  });

  test('a sound engine is called sound, and surely', () => {
    expect(weighed(sound).sound).toBeGreaterThan(0.95);
  });
});

describe('the test that tells two causes apart', () => {
  test('is what makes the sign known that they show differently', () => {
    // Rich everywhere by one share, or a sensor that reads too much: the engine must stand for that.
    const rich = {
      'mixture:short': 'low',
      'mixture:long': 'low',
      'mixture:fast': 'low',
      standingPressure: null,
    };
    const read = weighed(but(sound, rich));
    expect(read.likely.slice(0, 2).map(({ cause }) => cause?.id)).toEqual(['flowHigh', 'pressureHigh']);
    expect(read.likely[0]?.probability).toBeLessThan(0.9);
    expect(testWords(read)).toBe(LOOK_TESTS.standing.words);
    // Lean with short pulses alone: with long ones it would be the flow.
    const short = weighed(
      but(nothing, { 'mixture:short': 'high', 'mixture:fast': null, lambdaRipple: 'sound' }),
    );
    expect(short.test).not.toBeNull();
  });

  test('is none where everything is known, and none for what nothing can be done about', () => {
    expect(weighed(but(sound, { camPulsesMissing: 'some' })).test).toBeNull();
    expect(testWords(weighed(sound))).toBeNull();
  });

  test('each has words and makes a sign known', () => {
    for (const id of LOOK_TEST_IDS) {
      expect(LOOK_TESTS[id].words).toMatch(/^[A-Z].{15,}\.$/);
      expect([id, SIGNS.some(({ by }) => by === id)]).toEqual([id, true]);
    }
  });
});
