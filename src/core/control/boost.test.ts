import fc from 'fast-check';
import { type ChannelValues, frameOf, LOST_BIT, PHASE } from '../channel';
import { gridOf } from '../numeric';
import { boost, type BoostControl, type BoostOut } from './boost';

const SETTINGS: BoostControl = {
  target: gridOf({ x: [2000, 6000], y: [1, 3], values: [140, 140, 160, 160] }),
  duty: gridOf({ x: [2000, 6000], y: [120, 160], values: [0, 0, 80, 40] }),
  aboveThrottlePercent: 40,
  regulatesFromKpa: 110,
  proportionalPerKpa: 0.5,
  integralPerKpaS: 2,
  integralLimitPercent: 10,
  overKpa: 15,
  overForS: 0.3,
};

/** Boost followed over moments, each [time, pressure, other channels]. */
function followed(
  moments: readonly (readonly [number, number, ChannelValues?])[],
  settings: BoostControl | null = SETTINGS,
): BoostOut[] {
  const state = boost.atRest(settings);
  const out = boost.out(settings);
  return moments.map(([time, manifoldPressure, values]) => {
    const frame = frameOf({
      phase: PHASE.running,
      speed: 4000,
      throttle: 90,
      gear: 3,
      time,
      manifoldPressure,
      ...values,
    });
    boost.step(settings, state, frame, out);
    return { ...out };
  });
}

// At 4000 rev/min half-way: base for 160 kPa is 60 %, and 140 is half of the way up from nothing: 30.
test('the base duty alone while boost comes, by speed and the target of the gear', () => {
  expect(followed([[0, 100]])[0]).toEqual({ reason: 'coming', targetKpa: 160, dutyPercent: 60, cut: false });
  expect(followed([[0, 100, { gear: 1 }]])[0]).toMatchObject({ targetKpa: 140, dutyPercent: 30 });
  expect(followed([[0, NaN]])[0]).toMatchObject({ reason: 'coming', dutyPercent: 60 });
});

// 10 kPa short: 5 % at once, and 2·10·0.1 = 2 % after a tenth of a second.
test('what is missing is added in proportion at once, and over time', () => {
  const duties = followed([
    [0, 150],
    [0.1, 150],
    [0.2, 160],
  ]).map(({ dutyPercent }) => dutyPercent);
  expect(duties).toEqual([65, 67, 62]);
});

test('the sum stands still while boost is far below, at the end of the valve, and within its limit', () => {
  // 24 kPa is 15 % of the target: from there it has arrived.
  expect(
    followed([
      [0, 135.9],
      [0.1, 135.9],
      [0.2, 160],
    ])[2]?.dutyPercent,
  ).toBeCloseTo(60, 9);
  expect(
    followed([
      [0, 136.1],
      [0.1, 136.1],
      [0.2, 160],
    ])[2]?.dutyPercent,
  ).toBeGreaterThan(64);
  const long = Array.from({ length: 50 }, (_, i) => [i / 10, 150] as const);
  expect(followed(long).at(-1)?.dutyPercent).toBe(75);
  const full: BoostControl = {
    ...SETTINGS,
    duty: gridOf({ x: [2000, 6000], y: [120, 160], values: [0, 0, 98, 98] }),
  };
  const [, , after] = followed(
    [
      [0, 150],
      [0.1, 150],
      [0.2, 160],
    ],
    full,
  );
  expect(after?.dutyPercent).toBeCloseTo(98, 9);
});

test.each<[string, ChannelValues]>([
  ['the throttle is not open enough', { throttle: 40 }],
  ['the engine is cranked', { phase: PHASE.cranking }],
  ['the pressure sensor is lost', { sensorsLost: LOST_BIT.map }],
])('the valve rests while %s, and the sum begins anew', (_, values) => {
  const outs = followed([
    [0, 150],
    [0.1, 150],
    [0.2, 150, values],
    [0.3, 160],
  ]);
  expect(outs[2]).toMatchObject({ reason: 'rests', dutyPercent: 0 });
  expect(outs[3]?.dutyPercent).toBe(60);
});

test('protection keeps boost down, and what runs away all the same is cut', () => {
  const kept = { boostHeldDown: 1 };
  const outs = followed([
    [0, 150],
    [0.1, 150, kept],
    [0.2, 176, kept],
    [0.5, 176, kept],
    [0.6, 160],
  ]);
  expect(outs.map(({ reason }) => reason)).toEqual([
    'regulated',
    'protected',
    'protected',
    'overboost',
    'regulated',
  ]);
  expect(outs[1]?.dutyPercent).toBe(0);
  expect(outs[4]?.dutyPercent).toBe(60);
});

test('too much for too long cuts all and opens the valve, until boost is back at its target', () => {
  const outs = followed([
    [0, 176],
    [0.29, 176],
    [0.3, 176],
    [0.5, 161],
    [0.6, 160],
    [0.7, 176],
    [0.8, 174],
    [1.1, 176],
  ]);
  expect(outs.map(({ cut }) => cut)).toEqual([false, false, true, true, false, false, false, false]);
  expect(outs[2]).toMatchObject({ reason: 'overboost', dutyPercent: 0 });
});

test('a guessed pressure never cuts, however high it is', () => {
  const lost = { sensorsLost: LOST_BIT.map };
  const outs = followed([
    [0, 300],
    [0.5, 300, lost],
    [5, 300, lost],
    [5.1, 300],
  ]);
  expect(outs.map(({ cut }) => cut)).toEqual([false, false, false, false]);
});

test('a step after a long pause counts as a tenth of a second, and one back in time as none', () => {
  const [, late] = followed([
    [0, 150],
    [60, 150],
  ]);
  expect(late?.dutyPercent).toBe(67);
  const [, back] = followed([
    [5, 150],
    [1, 150],
  ]);
  expect(back?.dutyPercent).toBeGreaterThanOrEqual(65);
});

test('without boost control nothing is wanted', () => {
  expect(followed([[0, 150]], null)[0]).toEqual({
    reason: 'off',
    targetKpa: NaN,
    dutyPercent: 0,
    cut: false,
  });
});

test('whatever comes, the duty is a number from 0 to 100', () => {
  const moment = fc.record({
    manifoldPressure: fc.oneof(fc.integer({ min: 5, max: 400 }), fc.constant(NaN)),
    throttle: fc.integer({ min: 0, max: 100 }),
    speed: fc.integer({ min: 0, max: 12_000 }),
    gear: fc.integer({ min: -1, max: 8 }),
  });
  fc.assert(
    fc.property(fc.array(moment, { minLength: 1, maxLength: 60 }), (list) => {
      const outs = followed(list.map((values, i) => [i / 50, values.manifoldPressure, values] as const));
      for (const { dutyPercent } of outs) {
        expect(dutyPercent).toBeGreaterThanOrEqual(0);
        expect(dutyPercent).toBeLessThanOrEqual(100);
      }
    }),
  );
});

// Wanted at most 0: what is over drives the sum no further down, what is missing lets it come back.
test('the sum stands still with the valve fully open, and comes back from there', () => {
  const empty = { ...SETTINGS, duty: gridOf({ x: [2000, 6000], y: [120, 160], values: [0, 0, 2, 2] }) };
  const outs = followed(
    [
      [0, 168],
      [0.1, 168],
      [0.2, 156],
      [0.3, 160],
    ],
    empty,
  );
  // 2 − 0.5·8 is below nothing; 2 + 0.5·4 + 2·4·0.1 on the way back; the 0.8 are kept.
  expect(outs.map(({ dutyPercent }) => Math.round(10 * dutyPercent) / 10)).toEqual([0, 0, 4.8, 2.8]);
});
