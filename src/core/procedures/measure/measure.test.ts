import fc from 'fast-check';
import { pullUpVolts, thermistorFromBeta, thermistorOhm } from '../../sensors';
import { barometricKpa } from '../../air';
import { pumpFlow, regulatorKind } from './fuelPressure';
import { injectorFlowOf } from './injectorFlow';
import { altitudeAtKpa, curvesReading, deadThermistor, manifoldKind } from './sensors';
import { bandsFor, sweepOf } from './throttleRange';
import { wiringOrder } from './wiringOrder';

describe('the track of a throttle', () => {
  const ramp = (from: number, to: number, steps: number) =>
    Array.from({ length: steps }, (_, i) => from + ((to - from) * i) / (steps - 1));
  const whole = [...ramp(0.6, 4.2, 200), ...ramp(4.2, 0.6, 200)];

  test('whole, and without a gap, rising and falling', () => {
    expect(sweepOf(whole, 0.6, 4.2)).toEqual({ seenShare: 1, gaps: [] });
    expect(
      sweepOf(
        whole.map((v) => 4.8 - v),
        4.2,
        0.6,
      ),
    ).toEqual({ seenShare: 1, gaps: [] });
  });

  // Half of 3.6 V seen: 10 of 20 parts.
  test('half of it seen is half', () => {
    expect(sweepOf(ramp(0.6, 2.39, 100), 0.6, 4.2).seenShare).toBe(0.5);
  });

  test('where it drops out it has a gap, on both ways the same one', () => {
    const torn = whole.map((v) => (Math.abs(v - 2.4) < 0.05 ? 0 : v));
    const { gaps } = sweepOf(torn, 0.6, 4.2);
    expect(gaps).toHaveLength(1);
    expect(gaps[0]).toBeCloseTo(0.48, 1);
  });

  test('a jump is a gap, a quick foot is none', () => {
    expect(sweepOf([0.6, 0.8, 1.6, 2], 0.6, 4.2).gaps).toHaveLength(1);
    expect(sweepOf(ramp(0.6, 4.2, 10), 0.6, 4.2).gaps).toEqual([]);
  });

  // Of 3.6 V a step of 0.54 V is the largest: 0.15 of the travel.
  test('a step up to 0.15 of the travel is a foot, one beyond is a gap, and noise at an end is none', () => {
    expect(sweepOf([0.6, 1.13, 1.66], 0.6, 4.2).gaps).toEqual([]);
    expect(sweepOf([0.6, 1.15, 1.66], 0.6, 4.2).gaps).toEqual([0]);
    expect(sweepOf([0.6, 0.53, 0.6, 0.65], 0.6, 4.2).gaps).toEqual([]);
    expect(sweepOf([0.6, 0.51, 0.6, 0.65], 0.6, 4.2).gaps).toEqual([0]);
    expect(sweepOf([4.2, 4.27, 4.2], 0.6, 4.2).gaps).toEqual([]);
    expect(sweepOf([4.2, 4.29, 4.2], 0.6, 4.2).gaps).toEqual([1]);
  });

  test('a sweep that begins in a drop-out has seen nothing of it before, and two gaps are two', () => {
    expect(sweepOf([0, 0.6, 0.7], 0.6, 4.2).gaps).toEqual([]);
    const two = [0.6, 1, 1.4, 0, 1.5, 1.9, 2.3, 2.7, 3.1, 0, 3.2, 3.3];
    expect(sweepOf(two, 0.6, 4.2).gaps.map((gap) => Math.round(100 * gap))).toEqual([22, 69]);
    expect(sweepOf([NaN, 0.6, NaN, 0.7], 0.6, 4.2)).toEqual({ seenShare: 0.05, gaps: [] });
  });

  // Of 20 parts the ninth and tenth lie in the hole both ways.
  test('samples that never came are no gap, and what they would have shown is not seen', () => {
    const holed = whole.map((v, i) => (i % 200 > 80 && i % 200 < 120 ? NaN : v));
    const { seenShare, gaps } = sweepOf(holed, 0.6, 4.2);
    expect(gaps).toEqual([]);
    expect(seenShare).toBe(0.9);
  });

  test('its last part is its end, and what lies beyond an end counts with it', () => {
    expect(sweepOf([4.2, 4.25, 4.1], 0.6, 4.2).seenShare).toBe(0.05);
    expect(sweepOf([0.6, 0.55], 0.6, 4.2).seenShare).toBe(0.05);
  });

  // Closed 0.42 − 0.15 = 0.27; open 4.71 + 0.15 = 4.86.
  test('fault bands give way until each end has 0.15 V, as far as the rails let them', () => {
    expect(bandsFor(0.6, 4.2, { lowV: 0.25, highV: 4.75 })).toEqual({ lowV: 0.25, highV: 4.75 });
    expect(bandsFor(0.42, 4.71, { lowV: 0.3, highV: 4.8 })).toEqual({ lowV: 0.27, highV: 4.86 });
    expect(bandsFor(4.71, 0.42, { lowV: 0.3, highV: 4.8 })).toEqual({ lowV: 0.27, highV: 4.86 });
    expect(bandsFor(0.2, 4.2, { lowV: 0.1, highV: 4.8 })).toBeNull();
    expect(bandsFor(0.6, 4.8, { lowV: 0.1, highV: 4.8 })).toBeNull();
  });
});

describe('fuel pressure', () => {
  // 50 kPa of vacuum: 45 fallen follows, 2 is fixed, 25 is neither.
  test('a regulator by what a hand pump does to it', () => {
    expect(regulatorKind(45, 50)).toBe('manifold');
    expect(regulatorKind(35, 50)).toBe('manifold');
    expect(regulatorKind(2, 50)).toBe('fixed');
    expect(regulatorKind(15, 50)).toBe('fixed');
    expect(regulatorKind(25, 50)).toBe('unclear');
    expect(regulatorKind(10, 14)).toBe('unclear');
    expect(regulatorKind(15, 15)).toBe('manifold');
  });

  // 200 cm³ · 0.745 / 10 s = 14.9 g/s; · 13.5 / 12 = 16.76.
  test('a pump by what comes back, at the voltage of a running engine', () => {
    const returned = { cm3: 200, forS: 10, batteryV: 12 };
    expect(pumpFlow(returned, 0.745, 14).givesGPerS).toBeCloseTo(16.7625, 9);
    expect(pumpFlow(returned, 0.745, 14.5).isEnough).toBe(true);
    expect(pumpFlow(returned, 0.745, 14.6).isEnough).toBe(false);
  });
});

describe('sensors', () => {
  const pullUp = { referenceV: 5, pullUpOhm: 2490 };

  test('the generic curve that reads the true temperature is found, and no other', () => {
    for (const [ohm, beta] of [
      [2057, 3500],
      [5000, 3950],
      [10_000, 3950],
    ] as const) {
      const volts = pullUpVolts(pullUp, thermistorOhm(thermistorFromBeta(ohm, beta), -14));
      const [best] = curvesReading(volts, pullUp, -14);
      expect(best).toMatchObject({ ohm });
      expect(best?.readsC).toBeCloseTo(-14, 6);
      expect(curvesReading(volts, pullUp, 30)).toEqual([]);
    }
  });

  test('of several that fit the nearest comes first, and 2.5 K off is the most', () => {
    const volts = pullUpVolts(pullUp, thermistorOhm(thermistorFromBeta(2057, 3500), 20));
    const found = curvesReading(volts, pullUp, 20.5);
    expect(found.map(({ id }) => id)).toEqual(['2057', '2200']);
    expect(found[0]?.offK).toBeCloseTo(0.5, 6);
    expect(curvesReading(volts, pullUp, 22.4).map(({ id }) => id)).toEqual(['2200', '2057']);
    expect(curvesReading(volts, pullUp, 22.6).map(({ id }) => id)).toEqual(['2200']);
    expect(curvesReading(volts, pullUp, 17.4)).toEqual([]);
  });

  test('a pin at its ends has no sensor', () => {
    expect([4.99, 4.9, 2, 0.06, 0.04].map((v) => deadThermistor(v, pullUp))).toEqual([
      'open',
      null,
      null,
      null,
      'short',
    ]);
  });

  test('a manifold sensor by the air outside', () => {
    expect(manifoldKind(80, 80.9, 1.5)).toBe('right');
    expect(manifoldKind(82.5, 80.9, 1.5)).toBe('off');
    expect(manifoldKind(5, 80.9, 1.5)).toBe('gauge');
    expect(manifoldKind(40, 80.9, 1.5)).toBe('off');
    expect(manifoldKind(28.4, 81, 1.5)).toBe('off');
    expect(manifoldKind(28.3, 81, 1.5)).toBe('gauge');
    expect(manifoldKind(-3, 81, 1.5)).toBe('gauge');
    expect(manifoldKind(82.4, 80.9, 1.5)).toBe('right');
    expect(manifoldKind(79.3, 80.9, 1.5)).toBe('off');
  });

  test('height by pressure is the inverse of pressure by height', () => {
    fc.assert(
      fc.property(fc.double({ min: -300, max: 4000, noNaN: true }), (m) => {
        expect(altitudeAtKpa(barometricKpa(m))).toBeCloseTo(m, 6);
      }),
    );
  });
});

describe('wiring order', () => {
  const tries = (...pairs: [string, string | null][]) =>
    wiringOrder(pairs.map(([worked, answered]) => ({ worked, answered })));

  test('all on their own', () => {
    expect(tries(['a', 'a'], ['b', 'b'])).toEqual({
      right: ['a', 'b'],
      silent: [],
      crossed: [],
      twice: [],
      isExchange: false,
    });
  });

  test('two, or three in a ring, in each other’s place can be changed', () => {
    expect(tries(['a', 'b'], ['b', 'a'], ['c', 'c'])).toMatchObject({ right: ['c'], isExchange: true });
    expect(tries(['a', 'b'], ['b', 'c'], ['c', 'a']).isExchange).toBe(true);
  });

  test('one that is silent, or answers twice, makes nothing sure', () => {
    expect(tries(['a', 'b'], ['b', null])).toMatchObject({ silent: ['b'], isExchange: false });
    expect(tries(['a', 'b'], ['b', 'b'])).toMatchObject({ twice: ['b'], isExchange: false });
    expect(tries(['a', 'b']).isExchange).toBe(false);
  });
});

describe('injectors into vessels', () => {
  const of = (...cm3: number[]) => cm3.map((one, i) => ({ cylinder: i + 1, cm3: one }));

  // The middle of 30, 31, 24, 30 is 30: the third is a fifth short, and moves nobody.
  test('against the middle of all', () => {
    const flow = injectorFlowOf(of(30, 31, 24, 30), 33);
    expect(flow?.middleCm3).toBe(30);
    expect(flow?.each.map(({ off }) => Math.round(1000 * off))).toEqual([0, 33, -200, 0]);
    expect(flow?.times).toBeCloseTo(30 / 33, 9);
  });

  test('an odd number has one in the middle, and of nothing there is none', () => {
    expect(injectorFlowOf(of(1, 9, 5), 5)?.middleCm3).toBe(5);
    expect(injectorFlowOf(of(0, 0, 0), 5)).toBeNull();
    expect(injectorFlowOf([], 5)).toBeNull();
    expect(injectorFlowOf(of(3), 0)).toBeNull();
  });
});
